import { ref } from 'vue'
import { instantOf, momentOf, wallClock, type Moment } from '@halitus/core/time'

/** A clock that is off by less than this isn't worth a word, ms. */
const TOLERATED_MS = 3 * 60_000
/** Zones differ by quarters of an hour. */
const ZONE_MS = 15 * 60_000

/** How far the studio's wall clock is ahead of this device's, ms: another zone, or a clock that is wrong. */
let aheadMs = 0
/** How far this device's clock is off, whatever its zone, ms; 0 within a few minutes. */
export const clockOff = ref(0)

/** Learns from an answer what time it is at the studio. @param studio its wall clock @param date the answer's HTTP date */
export function heardTime(studio: string | null, date: string | null, now = new Date()): void {
  const there = studio === null ? NaN : instantOf(studio)
  if (Number.isNaN(there)) return
  const ahead = there - instantOf(wallClock(now))
  // Answers take a moment to come: a second or two is no difference.
  aheadMs = Math.abs(ahead) < TOLERATED_MS ? 0 : ahead
  const told = date === null ? NaN : Date.parse(date)
  const off = Number.isNaN(told) ? ahead - ZONE_MS * Math.round(ahead / ZONE_MS) : told - now.getTime()
  clockOff.value = Math.abs(off) < TOLERATED_MS ? 0 : off
}

/** What the studio's wall clock says now, also in a browser in another zone and with a clock that is wrong. */
export function studioNow(now = new Date()): Moment {
  const here = wallClock(now)
  return aheadMs ? momentOf(instantOf(here) + aheadMs) : here
}
