import { heardNote, prettyNote } from '../pitch/index.ts'

/** What the ear tells of a take, as far as accidents go; times in s, frequencies in Hz. */
export interface EarReport {
  squeaks: readonly Jump[]
  cracks: readonly Omit<Jump, 'partial'>[]
  slips: readonly Span[]
  gurgles: readonly Span[]
  dropouts: readonly { startS: number; endS: number }[]
  between: readonly { startS: number; lengthMs: number; hz: number }[]
}
interface Span {
  startS: number
  endS: number
  fromHz: number
  toHz: number
}
interface Jump extends Span {
  /** 0: on no partial of the note. */
  partial: number
  place: 'start' | 'inside' | 'end' | 'crossing'
}

/** An accident as it was heard, in the words of the search. */
export interface HeardAccident {
  complaint: string
  heard: { hz?: number; partial?: number; at?: 'stroke' | 'crossing' | 'held' }
  lengthMs: number
  /** “F♯6 for 90 ms, at the stroke”. */
  words: string
}

const AT = { start: 'stroke', inside: 'held', end: 'held', crossing: 'crossing' } as const
const WHERE = { stroke: 'at the stroke', crossing: 'in the crossing', held: 'in the held tone' } as const
/** A jump to this partial and beyond is a shriek (chosen by Halitus). */
const SHRIEK_FROM = 5
const ms = (x: { startS: number; endS: number }) => Math.round(1000 * (x.endS - x.startS))
const longest = <T>(list: readonly T[], length: (x: T) => number): T | undefined =>
  list.length ? list.reduce((a, b) => (length(b) > length(a) ? b : a)) : undefined

/**
 * The accident in a take that a teacher would ask about: a squeak before a crack, a crack before a slip, then what gurgles,
 * breaks off or sounds between; the longest of its kind.
 * @param transposition semitones from the written to the sounding note
 * @returns undefined where nothing went wrong
 */
export function heardIn(report: EarReport, transposition: number, a4Hz: number): HeardAccident | undefined {
  const note = (hz: number) => prettyNote(heardNote(hz, transposition, a4Hz).written)
  const told = (
    complaint: string,
    hz: number | undefined,
    lengthMs: number,
    at?: HeardAccident['heard']['at'],
    partial?: number,
  ): HeardAccident => ({
    complaint,
    heard: { ...(hz !== undefined && { hz }), ...(partial !== undefined && { partial }), ...(at && { at }) },
    lengthMs,
    words: `${hz === undefined ? 'silence' : partial === undefined || partial > 0 ? note(hz) : `${Math.round(hz)} Hz`} for ${lengthMs} ms${at ? `, ${WHERE[at]}` : ''}`,
  })
  const direction = (x: Span) => (x.toHz >= x.fromHz ? 'jumps-up' : 'drops-down')
  const squeak = longest(report.squeaks, ms)
  if (squeak) {
    const { partial, toHz, place } = squeak
    const shriek = partial === 0 || partial >= SHRIEK_FROM
    return told(
      shriek ? 'shriek' : direction(squeak),
      toHz,
      ms(squeak),
      AT[place],
      shriek && !partial ? 0 : partial,
    )
  }
  const crack = longest(report.cracks, ms)
  if (crack) return told(direction(crack), crack.toHz, ms(crack), AT[crack.place])
  const slip = longest(report.slips, ms)
  if (slip) return told(direction(slip), slip.toHz, ms(slip))
  const gurgle = longest(report.gurgles, ms)
  if (gurgle) return told('gurgle', gurgle.toHz, ms(gurgle), 'held')
  const dropout = longest(report.dropouts, ms)
  if (dropout) return told('stops', undefined, ms(dropout), 'held')
  const between = longest(report.between, (b) => b.lengthMs)
  if (between) return told('between', between.hz, Math.round(between.lengthMs), 'crossing')
  return undefined
}
