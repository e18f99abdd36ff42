import { DYNAMICS, type Turns } from './model.ts'
import { child, elements, textIn, type Element } from './xml.ts'

/** Quarters of the notes that a metronome mark may name. */
const BEATS: Readonly<Record<string, number>> = {
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 0.5,
  '16th': 0.25,
  breve: 8,
}

/** The pulse of a metronome mark in quarters a minute; a word alone has none. */
function markedTempo(metronome: Element): number | undefined {
  const written = textIn(metronome, 'per-minute')
  const perMinute = /\d+(\.\d+)?/.exec(written ?? '')?.[0]
  const beat = BEATS[textIn(metronome, 'beat-unit') ?? '']
  if (perMinute === undefined || !beat) return undefined
  const dots = elements(metronome, 'beat-unit-dot').length
  return Number(perMinute) * beat * (2 - 1 / 2 ** dots)
}

/** The tempo that a direction or a sound element sets, quarters a minute: what is to sound before what is printed. */
export function tempoOf(of: Element): number | undefined {
  const sound = of.nodeName === 'sound' ? of : child(of, 'sound')
  const played = Number(sound?.attributes['tempo'] || NaN)
  if (Number.isFinite(played)) return played
  for (const type of elements(of, 'direction-type')) {
    const metronome = child(type, 'metronome')
    const marked = metronome && markedTempo(metronome)
    if (marked !== undefined) return marked
  }
  return undefined
}

/** Words and rehearsal marks of a direction. */
export function wordsIn(of: Element): { label?: string; words: string[] } {
  const types = elements(of, 'direction-type')
  const all = (name: string) =>
    types.flatMap((t) => elements(t, name).map((e) => e.text.trim())).filter(Boolean)
  const [label] = all('rehearsal')
  return { ...(label && { label }), words: all('words') }
}

/** Dynamics of a direction. */
export const dynamicsIn = (of: Element): string[] =>
  elements(of, 'direction-type').flatMap((t) =>
    elements(t, 'dynamics').flatMap((d) =>
      d.children.map((c) => c.nodeName).filter((n) => DYNAMICS.includes(n)),
    ),
  )

const says = (words: readonly string[], pattern: RegExp) => words.some((w) => pattern.test(w))

/** Adds what words say of the order of playing. */
export function spoken(words: readonly string[], turns: Turns): void {
  if (says(words, /^\s*(d\.?\s*c\.?(?![a-z])|da capo)/i)) turns.jump ??= 'capo'
  if (says(words, /^\s*(d\.?\s*s\.?(?![a-z])|dal segno)/i)) turns.jump ??= 'segno'
  if (says(words, /^\s*fine\W*$/i)) turns.fine = true
  if (says(words, /^\s*segno\W*$/i)) turns.segno = true
  if (says(words, /^\s*to coda/i)) turns.toCoda = true
}

/** “1, 2” or “1-3” as numbers. */
export function numbersOf(written: string): number[] {
  const found: number[] = []
  for (const [, from, to] of written.matchAll(/(\d+)(?:\s*-\s*(\d+))?/g))
    for (let n = Number(from); n <= Math.min(Number(to ?? from), Number(from) + 20); n++) found.push(n)
  return found
}

/** A repeat that asks for more is a slip of the pen. */
const MOST_TIMES = 20

/** Adds what a direction, a sound element or a bar line says of the order of playing. */
export function turnsIn(of: Element, turns: Turns): void {
  const types = [of, ...elements(of, 'direction-type')]
  const has = (name: string) => types.some((t) => child(t, name))
  if (has('segno')) turns.segno = true
  if (has('coda')) turns.coda = true
  const sound = of.nodeName === 'sound' ? of : child(of, 'sound')
  for (const [name, set] of [
    ['dacapo', () => (turns.jump = 'capo')],
    ['dalsegno', () => (turns.jump = 'segno')],
    ['fine', () => (turns.fine = true)],
    ['tocoda', () => (turns.toCoda = true)],
    ['segno', () => (turns.segno = true)],
    ['coda', () => (turns.coda = true)],
  ] as const) {
    const said = sound?.attributes[name]
    if (said && said !== 'no') set()
  }
  spoken(wordsIn(of).words, turns)
  const repeat = child(of, 'repeat')
  if (repeat?.attributes['direction'] === 'forward') turns.startsRepeat = true
  if (repeat?.attributes['direction'] === 'backward') {
    const times = Number(repeat.attributes['times'] || 2)
    turns.endsRepeat = Math.max(2, Math.min(MOST_TIMES, Number.isFinite(times) ? Math.round(times) : 2))
  }
  const ending = child(of, 'ending')
  if (ending) {
    const numbers = numbersOf(ending.attributes['number'] ?? '')
    const type = ending.attributes['type']
    if (type === 'start' && numbers.length) turns.ending = numbers
    else if (type === 'stop' || type === 'discontinue') turns.endingStops = true
  }
}

/** Carries each ending on to the bar where it stops; one that is never stopped holds for its own bar. */
export function heldEndings(all: readonly Turns[]): void {
  for (let from = 0; from < all.length; from++) {
    const { ending } = all[from]!
    if (!ending) continue
    let to = from
    while (
      to + 1 < all.length &&
      !all[to]!.endingStops &&
      !all[to + 1]!.ending &&
      all[to]!.endsRepeat === undefined
    )
      to++
    // Nothing says where it ends: only this bar is certain.
    if (!all[to]!.endingStops && all[to]!.endsRepeat === undefined) to = from
    for (let i = from; i <= to; i++) all[i]!.ending = ending
    from = to
  }
}
