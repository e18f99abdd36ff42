import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => void (studio = await startStudio()))
afterAll(() => studio.stop())
const post = (path: string, body: object) => studio.call('POST', path, body)

describe('the air column over the API', () => {
  it('predicts what fingers sound, best first, with its typical error', async () => {
    const { status, data } = await post('/api/acoustics/predict', {
      instrument: 'flute',
      touches: ['LT', 'L1', 'L2', 'L3', 'R4:Eb'],
    })
    expect(status).toBe(200)
    expect(
      data.candidates.some(
        (c: { written: string; cents: number }) => c.written === 'G4' && Math.abs(c.cents) < 15,
      ),
    ).toBe(true)
    expect(data.typicalCents.half).toBeGreaterThanOrEqual(0)
    // A leak under the ring finger lifts it.
    const leaking = await post('/api/acoustics/predict', {
      instrument: 'flute',
      touches: ['LT', 'L1', 'L2', 'L3', 'R4:Eb'],
      leaks: [{ touch: 'L3', open: 1 }],
    })
    expect(leaking.data.candidates.some((c: { written: string }) => c.written === 'A4')).toBe(true)
  })
  it('names what is wrong, in words', async () => {
    const { status, data } = await post('/api/acoustics/faults', {
      instrument: 'flute',
      written: 'G4',
      heardHz: 440,
    })
    expect(status).toBe(200)
    expect(data.faults[0]).toMatchObject({ touch: 'L3', fault: 'missing', words: 'left ring is up' })
  })
  it.each([
    ['predict', { instrument: 'flute', touches: ['L9'] }, 'There is no touch “L9”'],
    [
      'predict',
      { instrument: 'flute', touches: ['L1'], leaks: [{ touch: 'L1', open: 2 }] },
      'allowed: 0 to 1',
    ],
    ['predict', { instrument: 'kazoo', touches: [] }, 'instrument'],
    ['faults', { instrument: 'flute', written: 'G4', heardHz: 20 }, '20 Hz is outside the Flute'],
    ['faults', { instrument: 'flute', written: 'G1', heardHz: 440 }, 'G1 is outside the flute'],
  ])('%s %j is refused', async (route, body, sentence) => {
    const { status, data } = await post(`/api/acoustics/${route}`, body)
    expect(status).toBe(400)
    expect(data.error.message).toContain(sentence)
  })
})
