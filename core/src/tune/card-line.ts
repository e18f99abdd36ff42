import { TICKS, type LineNote as CardNote } from '../tongue/index.ts'
import { quarters } from './fraction.ts'
import { NEAR, type LineNote } from './line.ts'
import type { Part } from './model.ts'

/** Bars as cards print them. */
export interface CardLine {
  line: CardNote[]
  beats: number
  beatType: number
}

/** A card has room for so many signs. */
const MOST = 64

/**
 * Some bars of a line as a card prints them: from the first note on, in one time.
 * @returns undefined where they are too long for a card, change their time, or have lengths that it can’t write
 * @example cardLine(part, notes, 5, 5)?.line[0] // { written: 'A4', ticks: 12, begins: 'tongue' }
 */
export function cardLine(
  part: Part,
  notes: readonly LineNote[],
  from: number,
  to: number,
): CardLine | undefined {
  const bars = part.bars.slice(from, to + 1)
  const time = bars[0]!.time
  if (!time || bars.some((b) => b.time?.beats !== time.beats || b.time.beatType !== time.beatType))
    return undefined
  const end = quarters(bars.at(-1)!.start) + quarters(bars.at(-1)!.length)
  const start = quarters(bars[0]!.start)
  // Whole bars only: a short one would shift all bar lines after it.
  const whole = (time.beats * 4) / time.beatType
  if (bars.some((b) => Math.abs(quarters(b.length) - whole) > NEAR)) return undefined
  const line: CardNote[] = []
  let at = start
  const add = (
    written: string | null,
    length: number,
    begins: CardNote['begins'],
    marks: readonly string[] = [],
  ) => {
    const ticks = Math.round(length * TICKS)
    if (Math.abs(ticks - length * TICKS) > NEAR || ticks < 3) return false
    line.push({
      written,
      ticks,
      begins,
      ...(marks.includes('staccato') && { short: true }),
      ...(marks.includes('accent') && { accent: true }),
    })
    at += length
    return true
  }
  for (const [i, note] of notes.entries()) {
    if (note.onset < start - NEAR || note.onset >= end - NEAR) continue
    if (note.onset > at + NEAR && !add(null, note.onset - at, 'tongue')) return undefined
    const slurred = i > 0 && notes[i - 1]!.slurred && line.length > 0
    if (
      !add(note.written, Math.min(note.duration, end - note.onset), slurred ? 'slur' : 'tongue', note.marks)
    )
      return undefined
  }
  if (at < end - NEAR && line.length && !add(null, end - at, 'tongue')) return undefined
  return line.length && line.length <= MOST ? { line, ...time } : undefined
}
