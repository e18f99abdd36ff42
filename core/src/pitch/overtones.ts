import { noteName, parseNote } from './note.ts'
import { centsBetween, hzOfMidi } from './tuning.ts'

/** A low fingering that has a pitch as a partial. */
export interface Overtone {
  /** Written fundamental: its ordinary fingering is held. */
  fingered: string
  partial: number
  /** The partial against the equal-tempered note, cents. */
  cents: number
}

/** Above this partials lie too close to be told by the lips of a beginner (chosen by Halitus). */
const HIGHEST = 8

/**
 * Every low fingering that has a note as a partial; exact arithmetic of whole multiples against equal temperament.
 * @param written the note that is to sound, as read
 * @param from @param to written range of fundamentals
 * @param series which partials the tube has
 * @example overtonesOf('Bb5', 'Bb3', 'C5', 'all')[0] // { fingered: 'Bb3', partial: 4, cents: 0 }
 */
export function overtonesOf(written: string, from: string, to: string, series: 'all' | 'odd'): Overtone[] {
  const target = parseNote(written).midi
  const [low, high] = [parseNote(from).midi, parseNote(to).midi]
  const found: Overtone[] = []
  for (let partial = 2; partial <= HIGHEST; partial++) {
    if (series === 'odd' && partial % 2 === 0) continue
    const exact = 12 * Math.log2(partial)
    const fundamental = target - Math.round(exact)
    if (fundamental < low || fundamental > high) continue
    // + 0: no minus zero.
    found.push({
      fingered: noteName(fundamental),
      partial,
      cents: Math.round(10 * (100 * (exact - Math.round(exact)))) / 10 + 0,
    })
  }
  return found.sort(
    (a, b) => a.partial - b.partial || parseNote(b.fingered).midi - parseNote(a.fingered).midi,
  )
}

/** Within this of a partial it is that one, cents; halfway to a neighbour it is none. */
const ON = 60

/**
 * Which partial of a fingering was heard: 1 is the fundamental itself, 0 none.
 * @param hz what was heard
 * @param fundamentalMidi sounding semitone number of the fingering
 */
export function partialHeard(
  hz: number,
  fundamentalMidi: number,
  a4Hz = 440,
): { partial: number; cents: number } {
  const base = hzOfMidi(fundamentalMidi, a4Hz)
  const partial = Math.max(1, Math.round(hz / base))
  const cents = centsBetween(partial * base, hz)
  return Math.abs(cents) <= ON ? { partial, cents } : { partial: 0, cents: 0 }
}
