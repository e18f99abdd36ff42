import { beforeEach, describe, expect, it } from 'vitest'
import { clockOff, heardTime, studioNow } from '@/base/clock.ts'

const NOON = new Date(2026, 2, 20, 12, 0, 0)
const utc = (ms: number) => new Date(ms).toUTCString()

describe('the studio’s clock', () => {
  beforeEach(() => heardTime('2026-03-20T12:00:00', utc(NOON.getTime()), NOON))
  it('is this device’s while both agree', () => {
    expect(studioNow(NOON)).toBe('2026-03-20T12:00:00')
    heardTime('2026-03-20T12:02:59', utc(NOON.getTime() + 179_000), NOON)
    expect(studioNow(NOON)).toBe('2026-03-20T12:00:00')
    expect(clockOff.value).toBe(0)
  })
  it('is followed in another zone, without a word', () => {
    // Six hours further west; the instant is the same.
    heardTime('2026-03-20T18:00:00', utc(NOON.getTime()), NOON)
    expect(studioNow(NOON)).toBe('2026-03-20T18:00:00')
    expect(clockOff.value).toBe(0)
  })
  it('is followed against a clock that is off, and that is said', () => {
    heardTime('2026-03-21T12:00:00', utc(NOON.getTime() + 86_400_000), NOON)
    expect(studioNow(NOON)).toBe('2026-03-21T12:00:00')
    expect(clockOff.value).toBe(86_400_000)
  })
  it.each([
    [179_000, false],
    [180_000, true],
  ])('%i ms off is said: %s', (ms, said) => {
    heardTime('2026-03-20T12:00:00', utc(NOON.getTime() + ms), NOON)
    expect(clockOff.value !== 0).toBe(said)
  })
  it('says nothing of an answer without it', () => {
    heardTime(null, null, NOON)
    heardTime('soon', null, NOON)
    expect(studioNow(NOON)).toBe('2026-03-20T12:00:00')
  })
})
