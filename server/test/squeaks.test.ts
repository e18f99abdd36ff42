import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { aTone } from '../../core/test/records/entries.ts'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => void (studio = await startStudio()))
afterAll(() => studio.stop())
/** A learner with a lesson, and their addresses. */
async function newLesson(id: string): Promise<{ learner: string; lesson: string }> {
  const added = await studio.call('POST', '/api/learners', {
    id,
    name: `Learner ${id}`,
    birthYear: 2014,
    instruments: ['clarinet'],
    schools: {},
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    note: '',
  })
  expect(added.status, JSON.stringify(added.data)).toBe(201)
  const lesson = await studio.call('POST', `/api/learners/${id}/lessons`, {
    id: `${id}-lesson`,
    instrument: 'clarinet',
    startsAt: '2026-03-12T16:00:00',
    minutes: 30,
  })
  expect(lesson.status, JSON.stringify(lesson.data)).toBe(201)
  return { learner: id, lesson: `${id}-lesson` }
}
const ask = (body: object) =>
  studio.call('POST', '/api/squeaks/diagnose', {
    instrument: 'clarinet',
    weeksPlaying: 8,
    observations: [],
    ...body,
  })

describe('squeaks over the API', () => {
  it('tell what is known of an instrument, with who says so', async () => {
    const { status, data } = await studio.call('GET', '/api/squeaks/knowledge?instrument=bassoon')
    expect(status).toBe(200)
    expect(data.complaints).toHaveLength(17)
    expect(data.causes.map((c: { id: string }) => c.id)).toContain('no-flick')
    expect(data.causes.map((c: { id: string }) => c.id)).not.toContain('jet-misses')
    const sources = new Set(data.causes.map((c: { source: string }) => c.source))
    expect([...sources].sort()).toEqual([
      'common practice, no source',
      'common practice; which finger, by the model of the tube',
    ])
    expect(data.checks.find((c: { id: string }) => c.id === 'swap-reed')).toMatchObject({
      needs: 'second reed',
    })
  })
  it('give beliefs, best first, and one next check', async () => {
    const { status, data } = await ask({
      complaint: 'shriek',
      observations: ['one-note', 'low'],
      absent: ['cheeks'],
    })
    expect(status).toBe(200)
    expect(data.causes[0].id).toMatch(/^leak-/)
    expect(data.next.outcomes).toHaveLength(3)
    expect(data.look.outcomes).toHaveLength(2)
    const again = await ask({
      complaint: 'shriek',
      observations: ['one-note', 'low', `${data.next.id}:better`],
    })
    expect(again.data.next?.id).not.toBe(data.next.id)
    expect(again.data.contradictions).toEqual([])
  })
  it('hear the finger in the pitch', async () => {
    // C4 was meant, D4 sounded: concert 261.6 Hz.
    const { data } = await ask({ complaint: 'wrong-note', written: 'C4', heard: { hz: 261.63 } })
    expect(data.causes.slice(0, 3).map((c: { id: string }) => c.id)).toContain('leak-left-ring')
  })
  it('know the lesson: the reed that plays, today’s set-up, and what it was before', async () => {
    const { learner, lesson } = await newLesson('una')
    const entry = (id: string, stage: string, kind: string, data: object, provenance = 'tapped') =>
      studio.call('POST', `/api/lessons/${lesson}/entries`, { id, stage, kind, provenance, data })
    const ended = {
      complaint: 'shriek',
      notes: ['E3'],
      cause: 'reed-place',
      ended: 'helped',
      tried: [],
      seconds: 40,
      tell: '',
    }
    expect(
      (await entry('s1', 'setup', 'setup', { stepId: 'reed-height', verdict: 'wrong', faultId: 'high' }))
        .status,
    ).toBe(201)
    expect((await entry('s2', 'setup', 'accident', ended)).status).toBe(201)
    expect((await entry('s3', 'setup', 'accident', { ...ended, cause: 'biting' }, 'simulated')).status).toBe(
      201,
    )
    // Two long tones say nothing yet; a simulated one never does.
    for (const [k, lengthS] of [4, 9].entries())
      await entry(`t${k}`, 'sound', 'long-tone', aTone({ lengthS }), 'microphone')
    await entry('t8', 'sound', 'long-tone', aTone({ lengthS: 2 }), 'simulated')
    const air = async () => (await studio.call('GET', `/api/squeaks/background?lesson=${lesson}`)).data.air
    expect(await air()).toBeUndefined()
    await entry('t9', 'sound', 'long-tone', aTone({ lengthS: 5 }), 'microphone')
    expect(await air()).toEqual({ toneS: 5, tones: 3 })
    await studio.call('POST', `/api/learners/${learner}/reeds`, {
      id: 'r1',
      instrument: 'clarinet',
      name: 'Amber',
      maker: '',
      strength: 2,
      strengthWords: '',
      cut: '',
      firstUse: null,
      state: 'rotation',
    })
    const { data: known } = await studio.call('GET', `/api/squeaks/background?lesson=${lesson}`)
    expect(known).toMatchObject({
      weeksPlaying: 0,
      setup: [{ id: 'reed-height/high', what: 'Reed stands above' }],
      reed: { name: 'Amber', minutes: 0 },
      own: [{ cause: 'reed-place', solved: true }],
      open: [],
    })
    const bare = await ask({ complaint: 'shriek', observations: ['low'] })
    const { data } = await ask({ complaint: 'shriek', observations: ['low'], lesson })
    const place = (d: { causes: { id: string; belief: number; for: string[] }[] }) =>
      d.causes.find((c) => c.id === 'reed-place')!
    expect(place(data).belief).toBeGreaterThan(3 * place(bare.data).belief)
    expect(place(data).for).toEqual(
      expect.arrayContaining([
        'Set-up today: Reed stands above (counts 5.0 times more).',
        'It was that before: once with this learner (counts 2.0 times more).',
      ]),
    )
    const past = await studio.call('GET', `/api/squeaks/past?instrument=clarinet&learner=${learner}`)
    expect(past.data.past).toHaveLength(1)
    expect(past.data.past[0]).toMatchObject({
      words: 'It shrieks on E3: the reed sits crooked, too high or too low; well after 40 s',
      solved: true,
      notes: ['E3'],
    })
    expect((await studio.call('GET', '/api/squeaks/past?instrument=oboe')).data.past).toEqual([])
    expect((await studio.call('GET', '/api/squeaks/background?lesson=none')).status).toBe(404)
    expect((await ask({ complaint: 'shriek', lesson: 'none' })).status).toBe(404)
  })
  it('keep an end with its drill on the card, and say what is left unsolved', async () => {
    const { lesson } = await newLesson('bela')
    const add = (id: string, data: object) =>
      studio.call('POST', `/api/lessons/${lesson}/entries`, {
        id,
        stage: 'sound',
        kind: 'accident',
        provenance: 'tapped',
        data: {
          complaint: 'shriek',
          notes: [],
          cause: 'biting',
          ended: 'helped',
          tried: [{ check: 'jaw-down', outcome: 'better' }],
          seconds: 30,
          tell: '',
          ...data,
        },
      })
    await add('a1', {})
    const { data: carded } = await studio.call('POST', `/api/lessons/${lesson}/card`)
    const row = carded.card.rows.find((r: { id: string }) => r.id === 'squeak-biting')
    expect(row).toMatchObject({ kind: 'sound', title: 'It shrieks: what helped' })
    expect(row.aim).toContain('Small part alone, down a semitone by the jaw and back.')
    expect(row.aim).toContain('dentist or doctor')
    for (const [wrong, sentence] of [
      [{ complaint: 'sings' }, 'data.complaint is “sings”'],
      [{ cause: 'moon' }, 'data.cause is “moon”'],
      [{ tried: [{ check: 'dance', outcome: 'better' }] }, 'data.tried is “dance”'],
      [{ tried: [{ check: 'air', outcome: 'maybe' }] }, 'tried'],
      [{ notes: ['C1'] }, 'C1'],
    ] as const) {
      const refused = await add('a2', wrong)
      expect(refused.status).toBe(400)
      expect(refused.data.error.message).toContain(sentence)
    }
  })
  it.each([
    [{ complaint: 'sings' }, 'There is no complaint “sings”'],
    [{ complaint: 'shriek', observations: ['moon'] }, 'There is no observation “moon”'],
    [{ complaint: 'shriek', written: 'C4', differs: ['L9'] }, 'has no touch “L9” on C4. It has LT, L1,'],
    [{ complaint: 'shriek', differs: ['L1'] }, 'Name the written note'],
    [{ complaint: 'shriek', weeksPlaying: -1 }, 'weeksPlaying'],
    [{ complaint: 'shriek', instrument: 'kazoo' }, 'instrument'],
    [{ complaint: 'shriek', heard: { at: 'never' } }, 'heard.at'],
  ])('%j is refused', async (body, sentence) => {
    const { status, data } = await ask(body)
    expect(status).toBe(400)
    expect(data.error.message).toContain(sentence)
  })
})
