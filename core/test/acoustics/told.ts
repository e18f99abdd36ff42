import {
  differsWords,
  faultsOf,
  faultWords,
  predict,
  pressureAlong,
  pullCents,
  search,
  tellingNote,
  unknownBetween,
  passing,
  type Wanted,
} from '@halitus/core/acoustics'
import { moveFinder } from '@halitus/core/fingering'
import { fingerSystem, instrument, standardFingering } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'

const hzOf = (id: string, note: string, by = 0) =>
  hzOfMidi(parseNote(note).midi + by + instrument(id).transposition)
const cents = (hz: number, from: number) => Math.round(1200 * Math.log2(hz / from))
const percent = (share: number) => `${Math.round(100 * share)} %`

/** The other fingerings of a note, as a teacher would read them: what moves, cents, effort, how sure. */
export function others(id: string, wanted: Wanted): string[] {
  const inst = instrument(id)
  const system = fingerSystem(inst)
  const usual = standardFingering(inst, wanted.written).touches
  const { found, tried, states, nearest } = search(inst, wanted)
  return [
    `${tried} tried, ${states} states, ${found.length} given${nearest === null ? '' : `, nearest ${Math.round(nearest)}`}`,
    ...found
      .slice(0, 6)
      .map(
        (f) =>
          `${differsWords(system, usual, f.touches)}: ${Math.round(f.cents)} c, effort ${f.effort.toFixed(1)}, ${percent(f.likelihood)}${f.charted ? `, ${f.charted}` : ''}`,
      ),
  ]
}

/** What was wrong when another pitch sounded, best first. @param by semitones above the note that was meant */
export function wrong(id: string, note: string, by: number): string[] {
  const inst = instrument(id)
  return faultsOf(inst, note, hzOf(id, note, by))
    .slice(0, 5)
    .map((f) => `${faultWords(inst, f)}: ${percent(f.likelihood)}, ${cents(f.predictedHz, hzOf(id, note))} c`)
}

/** What fingers sound, most likely first, cents off the note that was meant; a leak is a finger that is so far open. */
export function sounds(id: string, note: string, leak?: { touch: string; open: number }): string {
  const inst = instrument(id)
  const { touches } = standardFingering(inst, note)
  return predict(inst, touches, { intended: note, ...(leak && { leaks: [leak] }) })
    .slice(0, 4)
    .map((c) => `${cents(c.hz, hzOf(id, note))} c ${percent(c.likelihood)}`)
    .join(', ')
}

/** What sounds on the way between two notes where no chart knows it, and the wave at five places. */
export function onTheWay(id: string, from: string, to: string): string {
  const inst = instrument(id)
  const [a, b] = [standardFingering(inst, from), standardFingering(inst, to)]
  const move = moveFinder(fingerSystem(inst)).move(a, b)
  const shares = unknownBetween(inst, a, b, move).map((s) => `${s.written} ${percent(s.share)}`)
  const [first] = move.between
  const at = first && passing(inst, a, b, first.touches)
  return `${shares.join(', ')}${at ? `; first ${at.written} ${Math.round(at.cents)} c` : ''}`
}
export function wave(id: string, note: string): string {
  const inst = instrument(id)
  const all = pressureAlong(inst, standardFingering(inst, note).touches, hzOf(id, note))
  return [0, 0.25, 0.5, 0.75, 1]
    .map((s) => all[Math.round(s * (all.length - 1))]!)
    .map((w) => `${Math.round(w.atMm)} mm ${percent(w.share)}`)
    .join(', ')
}
export const pulled = (id: string, ...notes: string[]) =>
  notes.map((n) => pullCents(instrument(id), parseNote(n).midi, 1)?.toFixed(2))
export const telling = (
  id: string,
  a: Parameters<typeof tellingNote>[1][number],
  b: Parameters<typeof tellingNote>[1][number],
) => {
  const t = tellingNote(instrument(id), [a, b])
  return t && `${t.written}: ${Math.round(t.cents)} c`
}
