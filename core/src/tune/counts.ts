import { spoken, SYLLABLES, TICKS } from '../tongue/index.ts'
import { quarters } from './fraction.ts'
import { NEAR, type LineNote } from './line.ts'
import type { Part } from './model.ts'

/**
 * What is counted or said under each note, bar by bar: numbers of the beats, or syllables. A note that began in the bar before is
 * counted on but has its word there; bars whose lengths are no parts of a beat have none.
 * @param id of one of the studio's syllables: `count`, `doo` @returns by the note's index in the line
 * @example countsUnder(part, notes, 'count').get(0) // '1'
 */
export function countsUnder(part: Part, notes: readonly LineNote[], id: string): Map<number, string> {
  const found = new Map<number, string>()
  const set = SYLLABLES.find((s) => s.id === id)
  if (!set) return found
  part.bars.forEach((bar, measure) => {
    // The beat is the note that the time names.
    const beat = 4 / (bar.time?.beatType ?? 4)
    const start = quarters(bar.start)
    const ticks = (length: number) => (length / beat) * TICKS
    const own = notes.flatMap((n, index) => (n.measure === measure ? [{ n, index }] : []))
    if (!own.length) return
    const rhythm: number[] = []
    const which: number[] = []
    let at = start
    const rest = (until: number) => {
      if (until <= at + NEAR) return
      rhythm.push(-ticks(until - at))
      which.push(-1)
      at = until
    }
    for (const { n, index } of own) {
      rest(n.onset)
      const length = Math.min(n.duration, start + quarters(bar.length) - n.onset)
      rhythm.push(ticks(length))
      which.push(index)
      at = n.onset + length
    }
    if (rhythm.some((t) => Math.abs(t - Math.round(t)) > NEAR)) return
    spoken(rhythm.map(Math.round), set).forEach((word, k) => which[k]! >= 0 && found.set(which[k]!, word))
  })
  return found
}
