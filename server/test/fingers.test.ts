import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { crossingsAnswer, fingeringList, moveAnswer, pathAnswer, check } from '@halitus/core/contract'
import { allInstruments } from '@halitus/core/instruments'
import { playPhrase } from '@halitus/core/player'
import { writeWav } from '@halitus/core/sound'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => void (studio = await startStudio()))
afterAll(() => studio.stop())
const post = (path: string, body: object) => studio.call('POST', path, body)

describe('fingerings', () => {
  it.each(allInstruments().map((i) => i.id))('are all there for the %s', async (id) => {
    const { status, data } = await studio.call('GET', `/api/instruments/${id}/fingerings`)
    expect(status).toBe(200)
    expect(() => check(fingeringList, data)).not.toThrow()
    expect(data.fingerings.length).toBeGreaterThanOrEqual(9)
  })
  it('of another system, and a clear sentence for one that isn’t there', async () => {
    const of = async (system: string) =>
      (await studio.call('GET', `/api/instruments/alto-recorder/fingerings?written=Bb4&system=${system}`))
        .data
    expect((await of('german')).fingerings[0].touches).toEqual(['LT', 'L1', 'L2', 'L3', 'R1'])
    expect((await of('baroque')).fingerings[0].touches).toEqual(['LT', 'L1', 'L2', 'L3', 'R1', 'R3', 'R4'])
    expect((await of('italian')).error.message).toBe(
      'The alto recorder has no system “italian”; it has: baroque, german.',
    )
  })
})

describe('the way through a passage', () => {
  it('comes best first, with reasons', async () => {
    const { status, data } = await post('/api/fingering/path', {
      instrument: 'clarinet',
      notes: ['B4', 'C#5', 'Eb5'],
      k: 3,
    })
    expect(status).toBe(200)
    expect(() => check(pathAnswer, data)).not.toThrow()
    expect(data.paths).toHaveLength(3)
    const costs = data.paths.map((p: { cost: number }) => p.cost)
    expect(costs).toEqual([...costs].sort((a, b) => a - b))
    expect(
      data.paths[0].fingerings.map((f: { touches: string[] }) => f.touches.find((t) => /4:/.test(t))),
    ).toEqual(['R4:E', 'L4:F#', 'R4:G#'])
    expect(data.paths[0].fingerings[0].why).toContain('needn’t slide')
  })
  it.each([
    [{ instrument: 'flute', notes: [] }, 'A passage needs at least one note.'],
    [{ instrument: 'flute', notes: ['B2'] }, 'B2 is outside the flute: written C4 to C7.'],
    [
      { instrument: 'oboe', notes: ['C5'], system: 'german' },
      'The oboe has no system “german”; it has: conservatoire.',
    ],
    [{ instrument: 'chanter', notes: ['G#4'] }, 'No fingering is charted for G♯4'],
  ])('is refused with what is allowed: %j', async (body, sentence) => {
    const { status, data } = await post('/api/fingering/path', body)
    expect(status).toBe(sentence.includes('has no system') ? 404 : 400)
    expect(data.error.message).toContain(sentence)
  })
})

describe('a move', () => {
  it('takes half states, and refuses two of one finger', async () => {
    const half = await post('/api/fingering/move', {
      instrument: 'oboe',
      from: { touches: ['L1:half', 'L2'], written: 'D5' },
      to: 'E5',
    })
    expect(half.status).toBe(200)
    expect(() => check(moveAnswer, half.data)).not.toThrow()
    expect(half.data.lift).toContain('L1:half')
    const both = await post('/api/fingering/move', { instrument: 'oboe', from: ['L1', 'L1:half'], to: 'E5' })
    expect(both.status).toBe(400)
    expect(both.data.error.message).toBe('The left index finger can’t hold L1 and L1:half at once.')
    const unknown = await post('/api/fingering/move', { instrument: 'oboe', from: ['L9'], to: 'E5' })
    expect(unknown.data.error.message).toContain('There is no touch “L9”. Known: LT:oct1')
  })
  it('says how likely each moment between is', async () => {
    const { data } = await post('/api/fingering/move', { instrument: 'alto-sax', from: 'A4', to: 'F4' })
    const likely = data.between.map((b: { likelihood: number }) => b.likelihood)
    expect(likely).toEqual([...likely].sort((a, b) => b - a))
    expect(data.between[0]).toMatchObject({ late: ['L3'] })
  })
})

describe('crossings in a recording', () => {
  const wav = (between: number) => {
    const notes = ['A4', 'F4', 'A4'].map((written, n) => ({
      written,
      lengthS: 0.45,
      begins: n ? ('slur' as const) : ('breath' as const),
      ...(n === 1 && between && { between: { written: 'G4', lengthMs: between } }),
    }))
    return writeWav(playPhrase({ instrument: 'alto-sax', notes, seed: 2 }, 22050).samples, 22050)
  }
  const send = async (query: string, body: Uint8Array) => {
    const answer = await studio.raw(`/api/sound/crossings?${query}`, {
      method: 'POST',
      headers: { 'content-type': 'audio/wav' },
      body: body as Uint8Array<ArrayBuffer>,
    })
    return { status: answer.status, data: await answer.json() }
  }
  it('are judged in order of time, with the late finger', async () => {
    const { status, data } = await send('instrument=alto-sax&from=A4&to=F4', wav(70))
    expect(status).toBe(200)
    expect(() => check(crossingsAnswer, data)).not.toThrow()
    expect(data.crossings).toMatchObject([
      { from: 'A4', to: 'F4', verdict: 'between', between: { written: 'G4', late: ['R1'], early: ['L3'] } },
      { from: 'F4', to: 'A4', verdict: 'clean' },
    ])
  })
  it.each([
    ['instrument=alto-sax&from=A4&to=A4', 'From and to are one note'],
    ['instrument=alto-sax&from=A2&to=A4', 'A2 is outside the alto saxophone'],
    ['instrument=alto-sax&from=A4', 'to'],
  ])('%s is refused: %s', async (query, sentence) => {
    const { status, data } = await send(query, wav(0))
    expect(status).toBe(400)
    expect(data.error.message).toContain(sentence)
  })
})
