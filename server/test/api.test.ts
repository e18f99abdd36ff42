import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { perform } from '@halitus/core/player'
import { writeWav } from '@halitus/core/sound'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => {
  studio = await startStudio({ demo: true })
})
afterAll(() => studio.stop())

const LESSON = '/api/lessons/ottoline-brask-w13'
const tone = (id: string, over: object = {}, provenance = 'microphone') => ({
  id,
  stage: 'sound',
  kind: 'long-tone',
  provenance,
  data: {
    written: 'E4',
    targetS: 21,
    lengthS: 21.6,
    cents: 3,
    steadinessCents: 6,
    driftCents: -2,
    sagCents: -9,
    rangeDb: 7,
    hnrDb: 18,
    wobbleCents: 3,
    wobbleHz: 5,
    centsCurve: [1, 2],
    dbCurve: [-20, -19],
    ...over,
  },
})

const OLD_TONE = { ...tone('x', { written: 'A#4' }).data }
const OLD_ENTRY = { lessonId: 'l', learnerId: 'a', instrument: 'clarinet', stage: 'sound' }
/** As the program wrote it before provenance, schools and keyed targets. */
const OLD_FILE = {
  format: 'halitus-studio',
  version: 1,
  exportedAt: '2026-02-01T10:00:00.123',
  studio: { name: 'S', place: '', a4Hz: 440 },
  learners: [
    {
      id: 'a',
      name: 'A',
      birthYear: 2010,
      instruments: ['clarinet'],
      attitude: 'observe',
      minutesPerSession: 10,
      sessionsPerWeek: 5,
      note: '',
      archived: false,
      createdAt: '2026-01-02T10:00',
    },
  ],
  lessons: [
    {
      id: 'l',
      learnerId: 'a',
      instrument: 'clarinet',
      startsAt: '2026-01-05T18:20',
      minutes: 30,
      finishedAt: null,
    },
  ],
  entries: [
    { ...OLD_ENTRY, id: '1', kind: 'target', at: '2026-01-05T18:21:00', data: { targetS: 6 } },
    {
      ...OLD_ENTRY,
      id: '2',
      kind: 'long-tone',
      at: '2026-01-05T18:22:00',
      data: { ...OLD_TONE, source: 'player' },
    },
    { ...OLD_ENTRY, id: '3', kind: 'target', at: '2026-01-05T18:23:00', data: { targetS: 9 } },
    { ...OLD_ENTRY, id: '4', kind: 'note', at: '2026-01-05T18:24:00', data: { text: 'hello' } },
  ],
  cards: [],
  ticks: [],
  reports: [],
  plans: [],
}

describe('the demo studio', () => {
  it('has eight learners aged 9 to 67 and every family', async () => {
    const { data } = await studio.call('GET', '/api/learners')
    expect(data.learners).toHaveLength(8)
    const { data: all } = await studio.call('GET', '/api/instruments')
    const family = new Map(all.instruments.map((i: { id: string; family: string }) => [i.id, i.family]))
    const families = new Set(
      data.learners.flatMap((l: { instruments: string[] }) => l.instruments.map((i) => family.get(i))),
    )
    expect(families.size).toBe(7)
    const ages = data.learners.map((l: { birthYear: number }) => 2026 - l.birthYear)
    expect([Math.min(...ages), Math.max(...ages)]).toEqual([9, 67])
  })
  it('says of everyone who comes today what needs attention', async () => {
    const { data } = await studio.call('GET', '/api/today')
    expect(data.lessons.map((l: { learner: { name: string } }) => l.learner.name)).toContain('Ottoline Brask')
    for (const l of data.lessons) expect(l.concern.sentence.length).toBeGreaterThan(10)
    const concern = (id: string) =>
      data.lessons.find((l: { learner: { id: string } }) => l.learner.id === id).concern
    expect(concern('ottoline-brask').kind).toBe('stuck')
    expect(concern('wilhelmina-tarn').sentence).toContain('Dizzy at home')
    expect(concern('pim-askerud').kind).toBe('practice')
  })
  it('is the same for the same day, and left alone when there are learners', async () => {
    const other = await startStudio({ demo: true })
    // Looking at the day makes the regular lessons to come.
    for (const one of [studio, other]) await one.call('GET', '/api/today')
    const strip = ({ data }: { data: { exportedAt: string } }) => ({ ...data, exportedAt: '' })
    expect(strip(await other.call('GET', '/api/export'))).toEqual(
      strip(await studio.call('GET', '/api/export')),
    )
    await other.stop()
  })
})

describe('a card at home', () => {
  it.each([
    // Born 2012, a card of March 2026 is read by somebody of fourteen at most; one year later by a child.
    [2012, false],
    [2013, true],
  ])('of somebody born in %i reads by letter: %s', async (birthYear, forChild) => {
    const id = `born-${birthYear}`
    await studio.call('POST', '/api/learners', {
      id,
      name: 'Nell Orrin',
      birthYear,
      instruments: ['flute'],
      schools: {},
      minutesPerSession: 15,
      sessionsPerWeek: 5,
      note: '',
    })
    const lesson = { id: `${id}-1`, instrument: 'flute', startsAt: '2026-03-20T15:00:00', minutes: 30 }
    await studio.call('POST', `/api/learners/${id}/lessons`, lesson)
    const { data } = await studio.call('POST', `/api/lessons/${lesson.id}/card`)
    expect(data.card).toMatchObject({ forChild, a4Hz: 440 })
  })
})

describe('a lesson', () => {
  const aim = async () =>
    (await studio.call('GET', LESSON)).data.aims.find((a: { about: string }) => a.about === 'E4')
  it('opens with the last card and what needs attention', async () => {
    const { data } = await studio.call('GET', LESSON)
    expect(data.lastCard.ticks.length).toBeGreaterThan(0)
    const long = data.aims.find((a: { about: string }) => a.about === 'E4')
    expect(long.value).toBe(21)
    expect(data.concerns[0].kind).toBe('stuck')
    expect(data.card).toBeNull()
  })
  it('keeps what two tabs send, once each', async () => {
    const a = await studio.call('POST', `${LESSON}/entries`, {
      id: 'tab-a',
      stage: 'breath',
      kind: 'note',
      provenance: 'tapped',
      data: { text: 'from one tab' },
    })
    const b = await studio.call('POST', `${LESSON}/entries`, {
      id: 'tab-b',
      stage: 'breath',
      kind: 'note',
      provenance: 'tapped',
      data: { text: 'from the other' },
    })
    const again = await studio.call('POST', `${LESSON}/entries`, {
      id: 'tab-a',
      stage: 'breath',
      kind: 'note',
      provenance: 'tapped',
      data: { text: 'from one tab' },
    })
    expect([a.status, b.status, again.status]).toEqual([201, 201, 201])
    const other = await studio.call('POST', `${LESSON}/entries`, {
      id: 'tab-a',
      stage: 'breath',
      kind: 'note',
      provenance: 'tapped',
      data: { text: 'something else' },
    })
    expect(other.status).toBe(409)
    const { data } = await studio.call('GET', LESSON)
    expect(
      data.entries
        .filter((e: { id: string }) => e.id.startsWith('tab-'))
        .map((e: { data: object }) => e.data),
    ).toEqual([{ text: 'from one tab' }, { text: 'from the other' }])
  })
  it('gives an entry back when it is taken back', async () => {
    const { data } = await studio.call('DELETE', `${LESSON}/entries/tab-b`)
    expect(data.data.text).toBe('from the other')
    expect((await studio.call('DELETE', `${LESSON}/entries/tab-b`)).status).toBe(404)
  })
  it('moves the ladder on when a tone was held, and lets the teacher overrule it', async () => {
    await studio.call('POST', `${LESSON}/entries`, tone('t1'))
    expect((await aim()).value).toBe(24)
    await studio.call('POST', `${LESSON}/entries`, {
      id: 'over',
      stage: 'sound',
      kind: 'target',
      provenance: 'tapped',
      data: { goal: 'long-tone', about: 'E4', value: 22 },
    })
    expect(await aim()).toMatchObject({ value: 22, why: 'Set by the teacher.' })
  })
  it('lets simulated sound be tried, and moves nothing by it', async () => {
    const before = await studio.call('GET', LESSON)
    const progress = async () => (await studio.call('GET', '/api/learners/ottoline-brask')).data
    const known = await progress()
    const { status, data } = await studio.call(
      'POST',
      `${LESSON}/entries`,
      tone('fake', { lengthS: 59 }, 'simulated'),
    )
    expect([status, data.provenance]).toEqual([201, 'simulated'])
    const after = await studio.call('GET', LESSON)
    expect(after.data.aims).toEqual(before.data.aims)
    expect(after.data.concerns).toEqual(before.data.concerns)
    expect((await progress()).aims).toEqual(known.aims)
    expect((await progress()).concerns).toEqual(known.concerns)
  })
  it('answers one entry in under 5 kB, in the order of what happened', async () => {
    const curve = Array.from({ length: 60 }, (_, i) => -12.3 - i / 10)
    const response = await studio.raw(`${LESSON}/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(tone('small', { written: 'G4', centsCurve: curve, dbCurve: curve })),
    })
    const text = await response.text()
    expect(text.length).toBeLessThan(5000)
    const { data } = await studio.call('GET', LESSON)
    const seqs = data.entries.map((e: { seq: number }) => e.seq)
    expect(seqs).toEqual([...seqs].sort((a, b) => a - b))
    expect(JSON.parse(text).seq).toBe(Math.max(...seqs))
    // The curves of this lesson's own tones come with it, so that they can be looked at again.
    expect(data.entries.at(-1).data.centsCurve).toHaveLength(60)
    await studio.call('DELETE', `${LESSON}/entries/small`)
  })
  it('composes the card from what was done, and the next lesson opens with it', async () => {
    const { status, data } = await studio.call('POST', `${LESSON}/card`, {})
    expect(status).toBe(200)
    expect(data.card.rows.map((r: { kind: string }) => r.kind)).toContain('sound')
    const tone = data.card.rows.find((r: { id: string }) => r.id === 'long-tone-E4')
    expect(tone.amount).toContain(`aim ${tone.asks.value} s`)
    await studio.call('PUT', `/api/cards/${data.card.id}/ticks/${data.card.rows[0].id}/1`)
    const next = await studio.call('POST', '/api/learners/ottoline-brask/lessons', {
      id: 'next-one',
      instrument: 'clarinet',
      startsAt: '2026-03-27T18:20:00',
      minutes: 30,
    })
    expect(next.status).toBe(201)
    const opened = await studio.call('GET', '/api/lessons/next-one')
    expect(opened.data.lastCard.id).toBe(data.card.id)
    expect(opened.data.lastCard.ticks).toHaveLength(1)
  })
  it('can be finished and reopened', async () => {
    expect((await studio.call('PUT', `${LESSON}/finished`, { finished: true })).data.finishedAt).toBe(
      '2026-03-20T15:00:00',
    )
    expect((await studio.call('PUT', `${LESSON}/finished`, { finished: false })).data.finishedAt).toBeNull()
  })
  it('refuses what the instrument doesn’t have', async () => {
    const low = await studio.call('POST', `${LESSON}/entries`, tone('t2', { written: 'C3' }))
    expect(low.status).toBe(400)
    expect(low.data.error.message).toContain('written E3 to C7')
    const step = await studio.call('POST', `${LESSON}/entries`, {
      id: 's',
      stage: 'setup',
      kind: 'setup',
      provenance: 'tapped',
      data: { stepId: 'gold', verdict: 'ok' },
    })
    expect(step.data.error.message).toContain('no such step')
    const fault = await studio.call('POST', `${LESSON}/entries`, {
      id: 's',
      stage: 'setup',
      kind: 'setup',
      provenance: 'tapped',
      data: { stepId: 'soak', verdict: 'wrong', faultId: 'gold' },
    })
    expect(fault.data.error.message).toContain('allowed: dry, wavy, chipped')
    expect(
      (
        await studio.call('POST', '/api/learners/pim-askerud/lessons', {
          id: 'x',
          instrument: 'oboe',
          startsAt: '2026-03-27T18:20:00',
          minutes: 30,
        })
      ).data.error.message,
    ).toContain('Pim Askerud plays flute')
  })
})

describe('the card', () => {
  const card = async () => (await studio.call('GET', LESSON)).data.card
  it('keeps ticks with what they were made for when it is composed anew', async () => {
    const before = await card()
    const row = before.rows[0]
    await studio.call('POST', `${LESSON}/entries`, {
      id: 'late-fault',
      stage: 'setup',
      kind: 'setup',
      provenance: 'tapped',
      data: { stepId: 'soak', verdict: 'wrong', faultId: 'dry' },
    })
    const { data } = await studio.call('POST', `${LESSON}/card`)
    expect(data.card.rows[0].id).toBe('setup-soak')
    const ticked = data.card.ticks.map((t: { rowId: string }) => t.rowId)
    expect(ticked).toEqual([row.id])
    expect(data.card.rows.find((r: { id: string }) => r.id === row.id).title).toBe(row.title)
  })
  it('refuses the later of two changes made from the same state', async () => {
    const { id, version, rows } = await card()
    const first = await studio.call('PATCH', `/api/cards/${id}`, {
      version,
      sessions: 7,
      listenFor: 'warm air',
      rows,
    })
    expect(first.status).toBe(200)
    const second = await studio.call('PATCH', `/api/cards/${id}`, {
      version,
      sessions: 3,
      listenFor: 'x',
      rows,
    })
    expect(second.status).toBe(409)
    expect(second.data.error).toMatchObject({ code: 'changed-meanwhile' })
    expect((await card()).sessions).toBe(7)
  })
  it('takes ticks and takes them back', async () => {
    const { id, rows } = await card()
    const path = `/api/cards/${id}/ticks/${rows[0].id}`
    await studio.call('PUT', `${path}/1`)
    const own = (data: { ticks: { rowId: string }[] }) => data.ticks.filter((t) => t.rowId === rows[0].id)
    expect(own((await studio.call('PUT', `${path}/7`)).data)).toHaveLength(2)
    expect(own((await studio.call('PUT', `${path}/7`)).data)).toHaveLength(2)
    expect(own((await studio.call('DELETE', `${path}/7`)).data)).toHaveLength(1)
    expect((await studio.call('PUT', `${path}/8`)).data.error.message).toBe(
      'session is “8”; this card has 1 to 7.',
    )
    for (const odd of ['0x1', '1.0', '01', ' 1', '0'])
      expect((await studio.call('PUT', `${path}/${encodeURIComponent(odd)}`)).status, odd).toBe(400)
    expect((await studio.call('PUT', `/api/cards/${id}/ticks/nothing/1`)).status).toBe(404)
  })
  it('takes trouble reported from home', async () => {
    const { id } = await card()
    const { data } = await studio.call('POST', `/api/cards/${id}/reports`, {
      id: 'r1',
      kind: 'sore',
      text: 'lower lip',
    })
    expect(data.reports).toMatchObject([{ kind: 'sore', text: 'lower lip' }])
  })
  it.each([
    ['A4', 595.28, 841.89],
    ['Letter', 612, 792],
  ])('prints on %s', async (paper, width, height) => {
    // Points: ISO 216 A4 is 210 × 297 mm; Letter is 8.5 × 11 inches.
    const { id } = await card()
    const response = await studio.raw(`/api/cards/${id}/pdf?paper=${paper}`)
    expect(response.headers.get('content-type')).toBe('application/pdf')
    const text = Buffer.from(await response.arrayBuffer()).toString('latin1')
    expect(text.startsWith('%PDF-')).toBe(true)
    const box = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(text)!
    expect([Number(box[1]), Number(box[2])]).toEqual([width, height])
  })
  it('refuses other paper', async () => {
    const { id } = await card()
    expect((await studio.call('GET', `/api/cards/${id}/pdf?paper=A3`)).data.error.message).toContain(
      'paper is “A3”; allowed: A4, Letter',
    )
  })
})

describe('learners and plans', () => {
  it('are added, changed and laid aside', async () => {
    const input = {
      name: 'New One',
      birthYear: 2014,
      instruments: ['flute'],
      schools: { attitude: 'observe' },
      minutesPerSession: 10,
      sessionsPerWeek: 5,
      note: '',
    }
    const { status, data } = await studio.call('POST', '/api/learners', input)
    expect(status).toBe(201)
    expect((await studio.call('PATCH', `/api/learners/${data.id}`, { archived: true })).data).toMatchObject({
      ...input,
      archived: true,
    })
    const answer = await studio.call('GET', `/api/learners/${data.id}`)
    expect(answer.data).toMatchObject({
      entries: [],
      cards: [],
      aims: [{ instrument: 'flute', aims: [] }],
    })
    expect((await studio.call('POST', '/api/learners', { ...input, name: '' })).data.error).toEqual({
      code: 'invalid',
      message: 'name is missing.',
      field: 'name',
    })
  })
  it('shows a change in the next reading', async () => {
    await studio.call('GET', '/api/learners/pim-askerud')
    await studio.call('PATCH', '/api/learners/pim-askerud', { note: 'new note' })
    expect((await studio.call('GET', '/api/learners/pim-askerud')).data.learner.note).toBe('new note')
  })
  it('keep the plan somebody else wrote first', async () => {
    const plan = (text: string, version: number) =>
      studio.call('PUT', '/api/learners/pim-askerud/plans/tongue', { text, version })
    expect((await plan('new', 1)).data).toEqual({ stage: 'tongue', text: 'new', version: 2 })
    const late = await plan('late', 1)
    expect(late.status).toBe(409)
    expect(late.data.error.message).toContain('now reads “new”')
  })
})

describe('instruments and moves', () => {
  it('answers fingerings of a note and of all notes', async () => {
    const { data } = await studio.call('GET', '/api/instruments/clarinet/fingerings?written=B4')
    expect(data.fingerings[0]).toEqual({
      written: 'B4',
      touches: ['LT', 'LT:reg', 'L1', 'L2', 'L3', 'L4:E', 'R1', 'R2', 'R3'],
      kind: 'standard',
      register: 2,
      use: 'standard',
      confidence: 'high',
    })
    expect(
      (await studio.call('GET', '/api/instruments/flute/fingerings')).data.fingerings.length,
    ).toBeGreaterThan(40)
    expect(
      (await studio.call('GET', '/api/instruments/flute/fingerings?written=C3')).data.error.message,
    ).toContain('written C4 to C7')
    expect((await studio.call('GET', '/api/instruments/kazoo/fingerings')).status).toBe(404)
  })
  it('answers a move between notes or touches', async () => {
    const { data } = await studio.call('POST', '/api/fingering/move', {
      instrument: 'clarinet',
      from: 'G5',
      to: 'D5',
    })
    expect(data).toMatchObject({ press: ['R1', 'R2', 'R3'], lift: [] })
    expect(data.between.find((b: { late: string[] }) => b.late.join() === 'R3').sounds).toBe('E5')
    const touches = await studio.call('POST', '/api/fingering/move', {
      instrument: 'flute',
      from: ['LT'],
      to: ['LT', 'L1'],
    })
    expect(touches.data.press).toEqual(['L1'])
    expect(
      (await studio.call('POST', '/api/fingering/move', { instrument: 'flute', from: ['X9'], to: 'A4' })).data
        .error.message,
    ).toContain('no touch “X9”')
  })
})

describe('sound', () => {
  const send = (body: Uint8Array | undefined, query = '', type = 'audio/wav') =>
    studio.raw(`/api/sound/analyse${query}`, {
      method: 'POST',
      headers: { 'content-type': type },
      ...(body && { body: body as BodyInit }),
    })
  const wav = writeWav(
    perform({ instrument: 'clarinet', written: 'E4', lengthS: 3, sagCents: -12, dynamics: 'swell' }, 44100),
    44100,
  )

  it('is analysed for the instrument, with the track when asked', async () => {
    const data = await (await send(wav, '?instrument=clarinet&track=1')).json()
    expect(data.notes[0]).toMatchObject({ written: 'E4', concert: 'D4' })
    expect(data.notes[0].endS - data.notes[0].startS).toBeCloseTo(3, 0)
    expect(data.track.timeS.length).toBe(data.track.hz.length)
    expect(data.track.timeS[1] - data.track.timeS[0]).toBeLessThanOrEqual(0.0101)
    expect((await (await send(wav)).json()).track).toBeUndefined()
  })
  it('says how the note spoke, moved and ended, and how pitch follows loudness', async () => {
    const { notes, onsets, between, slips, doubts } = await (await send(wav, '?instrument=clarinet')).json()
    expect(notes[0]).toMatchObject({ start: { quality: 'clean' }, swing: 'steady', loudness: { why: null } })
    // 12 cents over 18 dB.
    const { centsPerDb, plusMinus } = notes[0].loudness
    expect(Math.abs(centsPerDb + 12 / 18)).toBeLessThanOrEqual(plusMinus)
    expect([onsets[0].dent, between, slips, doubts]).toEqual([null, [], [], []])
  })
  it('takes the note that was asked for, and tells what was heard without it', async () => {
    const { track, slips } = await (await send(wav, '?instrument=clarinet&track=1&asked=E4')).json()
    expect(track.aloneHz).toHaveLength(track.hz.length)
    expect(Math.abs(track.aloneHz[300] / track.hz[300] - 1)).toBeLessThan(0.001)
    expect(slips).toEqual([])
    const refused = await send(wav, '?asked=H4')
    expect([refused.status, (await refused.json()).error.message]).toEqual([
      400,
      expect.stringContaining('“H4” is not a note'),
    ])
  })
  it('says when a recording was too loud', async () => {
    const loud = perform(
      { instrument: 'oboe', written: 'A4', lengthS: 1, around: { microphone: { clipAt: 0.2 } } },
      44100,
    )
    const { doubts } = await (await send(writeWav(loud, 44100))).json()
    expect(doubts).toEqual([expect.stringContaining('its peaks are cut off')])
  })
  it.each([
    ['nothing', undefined, '', 'audio/wav', 400, 'The file is empty.'],
    ['text', new TextEncoder().encode('not sound'), '', 'audio/wav', 400, 'not a WAVE file'],
    ['another type', wav, '', 'text/plain', 415, 'send audio/wav'],
    [
      'an unknown instrument',
      wav,
      '?instrument=kazoo',
      'audio/wav',
      400,
      'instrument is “kazoo”; allowed: flute',
    ],
  ] as const)('refuses %s', async (_, body, query, type, status, message) => {
    const response = await send(body, query, type)
    expect(response.status).toBe(status)
    expect((await response.json()).error.message).toContain(message)
  })
  it('refuses more than it can hold', async () => {
    const response = await send(new Uint8Array(61_000_000))
    expect(response.status).toBe(413)
    expect((await response.json()).error.code).toBe('too-large')
  })
})

describe('sending again', () => {
  const twice = async (path: string, body: { id?: string }) => {
    const first = await studio.call('POST', path, body)
    const again = await studio.call('POST', path, body)
    expect([first.status, again.status], path).toEqual([201, 201])
    expect(again.data, path).toEqual(first.data)
    return first.data
  }
  it('does no harm to anything that is sent with an id, and refuses another thing under the same one', async () => {
    const learner = {
      id: 'sent-twice',
      name: 'Twice',
      birthYear: 2010,
      instruments: ['clarinet'],
      schools: {},
      minutesPerSession: 10,
      sessionsPerWeek: 5,
      note: '',
    }
    await twice('/api/learners', learner)
    const other = (path: string, body: object) => studio.call('POST', path, body)
    expect((await other('/api/learners', { ...learner, birthYear: 1980 })).data.error.code).toBe(
      'other-content',
    )

    const lesson = { id: 'l-twice', instrument: 'clarinet', startsAt: '2026-03-27T18:20:00', minutes: 30 }
    await twice('/api/learners/sent-twice/lessons', lesson)
    // It may have been moved or made shorter meanwhile: sent again, it stays as it is now.
    await studio.call('PATCH', '/api/lessons/l-twice', { minutes: 20 })
    const again = await studio.call('POST', '/api/learners/sent-twice/lessons', lesson)
    expect([again.status, again.data.minutes]).toEqual([201, 20])
    expect(
      (await other('/api/learners/pim-askerud/lessons', { ...lesson, instrument: 'flute' })).status,
    ).toBe(409)

    const reed = {
      id: 'reed-twice',
      instrument: 'clarinet',
      name: 'Blue',
      maker: '',
      strength: 2,
      strengthWords: '',
      cut: '',
      firstUse: null,
      state: 'new',
    }
    await twice('/api/learners/sent-twice/reeds', reed)
    const use = { id: 'use-twice', at: '2026-03-20T10:00:00', minutes: 5, rating: null, fault: '' }
    await twice('/api/reeds/reed-twice/uses', use)
    expect((await other('/api/reeds/reed-twice/uses', { ...use, minutes: 6 })).status).toBe(409)
    // What has happened since isn't undone by an old message that comes again.
    await studio.call('PATCH', '/api/reeds/reed-twice', { state: 'retired' })
    expect((await other('/api/learners/sent-twice/reeds', reed)).data.state).toBe('retired')
    expect((await other('/api/reeds/reed-twice/uses', use)).data).toMatchObject({ minutes: 5 })

    const piece = {
      id: 'p-twice',
      instrument: 'clarinet',
      name: 'Mine',
      serial: '',
      owner: 'learner',
      note: '',
    }
    await twice('/api/learners/sent-twice/pieces', piece)
    expect((await other('/api/learners/sent-twice/pieces', { ...piece, name: 'Yours' })).status).toBe(409)
    const service = { id: 's-twice', at: '2026-03-20T10:00:00', kind: 'fault', text: 'leaks' }
    await twice('/api/pieces/p-twice/services', service)
    expect((await other('/api/pieces/p-twice/services', { ...service, text: 'none' })).status).toBe(409)
    const plan = { text: 'slow', version: 0 }
    for (const _ of [1, 2])
      expect((await studio.call('PUT', '/api/learners/sent-twice/plans/tune', plan)).data.version).toBe(1)
  })
  it('keeps an instrument that has lessons', async () => {
    const { data, status } = await studio.call('PATCH', '/api/learners/pim-askerud', {
      instruments: ['oboe'],
    })
    expect([status, data.error.field]).toEqual([400, 'instruments'])
    expect(data.error.message).toContain('leaves out flute')
  })
})

describe('the whole studio as a file', () => {
  it('takes a file of the version before, with nothing lost', async () => {
    const other = await startStudio()
    const { data } = await other.call('POST', '/api/import', OLD_FILE)
    expect(data.imported).toEqual({ learners: 1, lessons: 1, entries: 4 })
    const { data: file } = await other.call('GET', '/api/export')
    expect(file.learners[0]).toMatchObject({
      schools: { attitude: 'observe' },
      createdAt: '2026-01-02T10:00:00',
    })
    expect(file.lessons[0].startsAt).toBe('2026-01-05T18:20:00')
    expect(
      file.entries.map((e: { kind: string; provenance: string; seq: number; data: object }) => [
        e.seq,
        e.kind,
        e.provenance,
        e.data,
      ]),
    ).toEqual([
      [1, 'note', 'tapped', { text: 'Target set to 6 s' }],
      [2, 'long-tone', 'simulated', OLD_TONE],
      [3, 'target', 'tapped', { goal: 'long-tone', about: 'Bb4', value: 9 }],
      [4, 'note', 'typed', { text: 'hello' }],
    ])
    expect(file.reeds).toEqual([])
    await other.stop()
  })
  it('comes back the same after export and import', async () => {
    const { data: file } = await studio.call('GET', '/api/export')
    expect((await studio.call('POST', '/api/import', file)).data.imported.learners).toBe(file.learners.length)
    expect((await studio.call('GET', '/api/export')).data).toEqual(file)
  })
  it('is refused whole when one record is wrong, and nothing changes', async () => {
    const { data: file } = await studio.call('GET', '/api/export')
    const orphan = await studio.call('POST', '/api/import', { ...file, lessons: file.lessons.slice(1) })
    expect(orphan.status).toBe(400)
    expect(orphan.data.error.message).toContain('belongs to a learner, lesson or card that is not in it')
    const broken = structuredClone(file)
    broken.learners[2].birthYear = 'long ago'
    expect((await studio.call('POST', '/api/import', broken)).data.error).toMatchObject({
      field: 'learners[2].birthYear',
    })
    expect((await studio.call('POST', '/api/import', { format: 'other' })).status).toBe(400)
    expect((await studio.call('GET', '/api/export')).data).toEqual(file)
  })
})

describe('errors have one shape', () => {
  it.each([
    ['GET', '/api/nowhere', undefined, 404, 'no-such-route'],
    ['GET', '/nowhere', undefined, 404, 'no-such-route'],
    ['GET', '/api/learners/nobody', undefined, 404, 'not-found'],
    ['GET', '/api/lessons/none', undefined, 404, 'not-found'],
    ['POST', '/api/learners', '{"name":', 400, 'malformed'],
    ['POST', '/api/learners', '', 400, 'invalid'],
    ['POST', '/api/learners', '[]', 400, 'invalid'],
    ['POST', '/api/learners', JSON.stringify({ name: 'x'.repeat(300_000) }), 413, 'too-large'],
    [
      'PUT',
      '/api/learners/pim-askerud/plans/dance',
      JSON.stringify({ text: '', version: 0 }),
      404,
      'not-found',
    ],
  ])('%s %s (%#)', async (method, path, body, status, code) => {
    const response = await studio.raw(path, {
      method,
      ...(body !== undefined && { body, headers: { 'content-type': 'application/json' } }),
    })
    const text = await response.text()
    expect(response.status).toBe(status)
    expect(JSON.parse(text).error.code).toBe(code)
    expect(text).not.toMatch(/at .*\.ts|node_modules/)
  })
  it('describes every route', async () => {
    const { data } = await studio.call('GET', '/api/openapi.json')
    expect(data.openapi).toBe('3.1.0')
    expect(Object.keys(data.paths)).toEqual(
      expect.arrayContaining([
        '/api/health',
        '/api/learners',
        '/api/instruments/{id}/fingerings',
        '/api/fingering/move',
        '/api/sound/analyse',
        '/api/export',
        '/api/import',
      ]),
    )
    expect(
      data.paths['/api/learners'].post.requestBody.content['application/json'].schema.properties.birthYear,
    ).toEqual({ type: 'integer', minimum: 1900, maximum: 2100 })
  })
})

describe('being read again', () => {
  it('answers “not modified” until something is written', async () => {
    const path = '/api/learners/leopold-quist'
    const first = await studio.raw(path)
    const tag = first.headers.get('etag')!
    await first.arrayBuffer()
    const again = await studio.raw(path, { headers: { 'if-none-match': tag, 'cache-control': 'max-age=0' } })
    expect(again.status).toBe(304)
    await studio.call('PATCH', path, { note: 'changed' })
    const changed = await studio.raw(path, {
      headers: { 'if-none-match': tag, 'cache-control': 'max-age=0' },
    })
    expect(changed.status).toBe(200)
    expect(((await changed.json()) as { learner: { note: string } }).learner.note).toBe('changed')
  })
  it('leaves the curves of long tones out of lists and keeps them in the file', async () => {
    const { data } = await studio.call('GET', '/api/learners/leopold-quist')
    const tones = data.entries.filter((e: { kind: string }) => e.kind === 'long-tone')
    expect(tones.length).toBeGreaterThan(10)
    expect(tones.every((t: { data: { centsCurve: number[] } }) => t.data.centsCurve.length === 0)).toBe(true)
    const { data: file } = await studio.call('GET', '/api/export')
    const kept = file.entries.filter(
      (e: { kind: string; learnerId: string }) => e.kind === 'long-tone' && e.learnerId === 'leopold-quist',
    )
    expect(kept.every((t: { data: { centsCurve: number[] } }) => t.data.centsCurve.length === 60)).toBe(true)
  })
  it('sends headers that keep the page to itself', async () => {
    const { headers } = await studio.raw('/api/health')
    expect(headers.get('content-security-policy')).toContain("default-src 'self'")
    expect(headers.get('x-powered-by')).toBeNull()
  })
})

describe('the agenda', () => {
  const day = (date: string) => async (own: StudioAtWork) =>
    (await own.call('GET', '/api/today')).data.week.find((d: { date: string }) => d.date === date)
      .lessons as {
      name: string
      lesson: { id: string; startsAt: string; cancelled: boolean; regularDay: string | null }
    }[]
  // The test's today is Friday, 20 March 2026.
  const learner = (more: object = {}) => ({
    id: 'ines',
    name: 'Ines',
    birthYear: 2014,
    instruments: ['flute'],
    schools: {},
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    note: '',
    regular: { weekday: 6, time: '10:15', minutes: 30, instrument: 'flute' },
    ...more,
  })
  const sat = day('2026-03-21')

  it('makes regular lessons by itself, two weeks ahead, each once', async () => {
    const own = await startStudio()
    await own.call('POST', '/api/learners', learner())
    for (const _ of [1, 2])
      expect(await sat(own)).toMatchObject([
        {
          name: 'Ines',
          lesson: { startsAt: '2026-03-21T10:15:00', regularDay: '2026-03-21', cancelled: false },
        },
      ])
    const { data } = await own.call('GET', '/api/learners/ines')
    expect(data.lessons.map((l: { startsAt: string }) => l.startsAt)).toEqual([
      '2026-03-21T10:15:00',
      '2026-03-28T10:15:00',
    ])
    await own.stop()
  })
  it('leaves a regular lesson where it was moved to, and cancelled when it was cancelled', async () => {
    const own = await startStudio()
    await own.call('POST', '/api/learners', learner())
    const lesson = (await sat(own))[0]!.lesson
    await own.call('PATCH', `/api/lessons/${lesson.id}`, { startsAt: '2026-03-19T09:00:00' })
    expect(await sat(own)).toEqual([])
    expect(await day('2026-03-19')(own)).toHaveLength(1)
    await own.call('PATCH', `/api/lessons/${lesson.id}`, { startsAt: '2026-03-21T10:15:00', cancelled: true })
    expect((await sat(own)).map((l) => l.lesson.cancelled)).toEqual([true])
    // Deleting it cancels it: it would be made again otherwise.
    await own.call('PATCH', `/api/lessons/${lesson.id}`, { cancelled: false })
    expect((await own.call('DELETE', `/api/lessons/${lesson.id}`)).data.cancelled).toBe(true)
    expect((await sat(own)).map((l) => l.lesson.cancelled)).toEqual([true])
    await own.stop()
  })
  it('follows another regular time, keeps what was moved by hand or used, and ends with it', async () => {
    const own = await startStudio()
    await own.call('POST', '/api/learners', learner())
    const lesson = (await sat(own))[0]!.lesson
    await own.call('POST', `/api/lessons/${lesson.id}/entries`, {
      id: 'n',
      stage: 'tune',
      kind: 'note',
      provenance: 'typed',
      data: { text: 'x' },
    })
    const regular = { weekday: 7, time: '11:00', minutes: 45, instrument: 'flute' }
    await own.call('PATCH', '/api/learners/ines', { regular })
    const times = async () =>
      (await own.call('GET', '/api/learners/ines')).data.lessons.map((l: { startsAt: string }) => l.startsAt)
    expect(await times()).toEqual(['2026-03-21T10:15:00', '2026-03-22T11:00:00', '2026-03-29T11:00:00'])
    await own.call('PATCH', '/api/learners/ines', { regular: null })
    expect(await times()).toEqual(['2026-03-21T10:15:00'])
    await own.stop()
  })
  it('refuses a regular lesson on what isn’t played, and a time that is none', async () => {
    const own = await startStudio()
    const oboe = learner({ regular: { weekday: 6, time: '10:15', minutes: 30, instrument: 'oboe' } })
    expect((await own.call('POST', '/api/learners', oboe)).data.error.message).toContain('Ines plays flute')
    for (const time of ['24:00', '9:15', '10:60', '']) {
      const odd = learner({ regular: { weekday: 6, time, minutes: 30, instrument: 'flute' } })
      expect((await own.call('POST', '/api/learners', odd)).status, time).toBe(400)
    }
    await own.stop()
  })
  it('moves, cancels and deletes; what was noted is never deleted', async () => {
    const own = await startStudio()
    await own.call('POST', '/api/learners', learner({ regular: null }))
    await own.call('POST', '/api/learners/ines/lessons', {
      id: 'l1',
      instrument: 'flute',
      startsAt: '2026-03-20T17:00:00',
      minutes: 30,
    })
    const today = async () => (await own.call('GET', '/api/today')).data
    expect((await today()).lessons).toHaveLength(1)
    await own.call('PATCH', '/api/lessons/l1', { cancelled: true })
    expect((await today()).lessons).toEqual([])
    expect((await day('2026-03-20')(own)).map((l) => l.lesson.cancelled)).toEqual([true])
    await own.call('PATCH', '/api/lessons/l1', {
      cancelled: false,
      startsAt: '2026-03-20T18:00:00',
      minutes: 45,
    })
    expect((await today()).lessons[0].lesson).toMatchObject({ startsAt: '2026-03-20T18:00:00', minutes: 45 })
    const note = { id: 'n', stage: 'tune', kind: 'note', provenance: 'typed', data: { text: 'x' } }
    await own.call('POST', '/api/lessons/l1/entries', note)
    expect((await own.call('DELETE', '/api/lessons/l1')).data.error.message).toContain('It can be cancelled')
    await own.call('DELETE', '/api/lessons/l1/entries/n')
    expect((await own.call('DELETE', '/api/lessons/l1')).status).toBe(200)
    expect((await own.call('GET', '/api/lessons/l1')).status).toBe(404)
    expect((await own.call('PATCH', '/api/lessons/l1', { minutes: 30 })).status).toBe(404)
    await own.stop()
  })
  it('shows the week from Monday to Sunday, any week', async () => {
    const week = async (query = '') => (await studio.call('GET', `/api/today${query}`)).data.week
    expect((await week()).map((d: { date: string }) => d.date)).toEqual([
      '2026-03-16',
      '2026-03-17',
      '2026-03-18',
      '2026-03-19',
      '2026-03-20',
      '2026-03-21',
      '2026-03-22',
    ])
    expect((await week('?week=2026-03-15'))[0].date).toBe('2026-03-09')
    expect((await week('?week=2026-03-23'))[0].date).toBe('2026-03-23')
    expect((await week()).flatMap((d: { lessons: unknown[] }) => d.lessons).length).toBeGreaterThan(4)
  })
  it('says who wasn’t here for two weeks and isn’t expected', async () => {
    const own = await startStudio()
    await own.call('POST', '/api/learners', learner({ regular: null }))
    const gaps = async () => (await own.call('GET', '/api/today')).data.gaps
    expect(await gaps()).toEqual([{ learner: { id: 'ines', name: 'Ines' }, lastLesson: null }])
    const at = (startsAt: string) => own.call('PATCH', '/api/lessons/l1', { startsAt })
    await own.call('POST', '/api/learners/ines/lessons', {
      id: 'l1',
      instrument: 'flute',
      startsAt: '2026-03-07T17:00:00',
      minutes: 30,
    })
    expect(await gaps()).toEqual([])
    await at('2026-03-06T17:00:00')
    expect(await gaps()).toMatchObject([{ lastLesson: '2026-03-06' }])
    await at('2026-03-20T17:00:00')
    expect(await gaps()).toEqual([])
    await own.call('PATCH', '/api/lessons/l1', { cancelled: true })
    expect(await gaps()).toMatchObject([{ lastLesson: null }])
    await own.call('PATCH', '/api/learners/ines', { archived: true })
    expect(await gaps()).toEqual([])
    await own.stop()
  })
  it('shows a report from home until somebody has seen it', async () => {
    const reports = async () => (await studio.call('GET', '/api/today')).data.reports
    const [first] = await reports()
    expect(first).toMatchObject({
      learner: { name: 'Wilhelmina Tarn' },
      report: { kind: 'dizzy', seenAt: null },
    })
    const { data } = await studio.call('PUT', `/api/reports/${first.report.id}/seen`, { seen: true })
    expect(data.reports.at(-1).seenAt).toBe('2026-03-20T15:00:00')
    expect((await reports()).map((r: { report: { id: string } }) => r.report.id)).not.toContain(
      first.report.id,
    )
    await studio.call('PUT', `/api/reports/${first.report.id}/seen`, { seen: false })
    expect((await reports())[0].report.id).toBe(first.report.id)
    expect((await studio.call('PUT', '/api/reports/none/seen', { seen: true })).status).toBe(404)
  })
})
