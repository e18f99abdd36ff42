import type { Stage } from '@halitus/core/contract'
import { studioNow } from './clock.ts'

export const STAGE_NAMES: Record<Stage, string> = {
  setup: 'Set-up',
  breath: 'Breath',
  sound: 'Sound',
  tongue: 'Tongue',
  fingers: 'Fingers',
  tune: 'Tune',
  home: 'Home',
}

/** `2026-03-20T18:20` → `18:20`. */
export const clock = (iso: string) => iso.slice(11, 16)
/** `2026-03-20…` → `Fri 20 Mar`; in another year than this one with it: `Thu 20 Mar 2025`. */
export const dayName = (iso: string, today: string = studioNow()) =>
  new Date(iso.slice(0, 10) + 'T12:00')
    .toLocaleDateString('en-GB', {
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      ...(iso.slice(0, 4) !== today.slice(0, 4) && { year: 'numeric' }),
    })
    .replace(',', '')
/** When something that lasts so many minutes ends: `endClock('2026-03-20T18:50:00', 30) // '19:20'`. */
export const endClock = (iso: string, minutes: number) =>
  new Date(new Date(iso).getTime() + minutes * 60_000).toTimeString().slice(0, 5)
/** A whole number with its sign, a real minus: `signed(-3.6) // '−4'`. */
export const signed = (n: number) =>
  n > 0.5 ? `+${Math.round(n)}` : n < -0.5 ? `−${Math.abs(Math.round(n))}` : '0'
/** With a capital first letter. */
export const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)
