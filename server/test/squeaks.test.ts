import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => void (studio = await startStudio()))
afterAll(() => studio.stop())
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
    expect(data.complaints).toHaveLength(16)
    expect(data.causes.map((c: { id: string }) => c.id)).toContain('no-flick')
    expect(data.causes.map((c: { id: string }) => c.id)).not.toContain('jet-misses')
    expect(data.causes.every((c: { source: string }) => c.source === 'common practice, no source')).toBe(true)
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
  it.each([
    [{ complaint: 'sings' }, 'There is no complaint “sings”'],
    [{ complaint: 'shriek', observations: ['moon'] }, 'There is no observation “moon”'],
    [{ complaint: 'shriek', weeksPlaying: -1 }, 'weeksPlaying'],
    [{ complaint: 'shriek', instrument: 'kazoo' }, 'instrument'],
    [{ complaint: 'shriek', heard: { at: 'never' } }, 'heard.at'],
  ])('%j is refused', async (body, sentence) => {
    const { status, data } = await ask(body)
    expect(status).toBe(400)
    expect(data.error.message).toContain(sentence)
  })
})
