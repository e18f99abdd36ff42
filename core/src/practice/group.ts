import type { Instrument } from '../instruments/index.ts'
import { noteName, parseNote } from '../pitch/index.ts'

/** Somebody of a group, as far as a lesson together goes. */
export interface Member {
  id: string
  inst: Instrument
  /** Written notes that are known. */
  notes: readonly string[]
  /** Dizzy or sore lately: plays less. */
  eased: boolean
}
/** One concert note, as each reads it; somebody who doesn't know it yet has none and fingers in silence. */
export interface CommonNote {
  /** Pitch class in concert pitch: `F`. */
  concert: string
  reads: { id: string; written: string | undefined }[]
}
export type Does = 'plays' | 'fingers' | 'listens' | 'does'
export interface Span {
  fromS: number
  toS: number
  does: Does
}
export interface GroupBlock {
  id: 'set-up' | 'breath' | 'one-note' | 'echo' | 'together' | 'cards'
  title: string
  fromS: number
  toS: number
  /** All at once for the most of it. */
  together: boolean
}
export interface GroupPlan {
  note: CommonNote | undefined
  blocks: GroupBlock[]
  threads: { id: string; written: string | undefined; spans: Span[]; airS: number }[]
}

/** Nobody is silent for longer in what is played, s. */
export const SILENT_MOST_S = 120
/** Turns: long enough for a tone and a breath, short enough that eight take less than two minutes (chosen by Halitus). */
const TURN_S = { most: 30, least: 12, tutti: 30 } as const
/** Shares of a lesson; cards and set-up have their minutes first. */
const SHARES = { breath: 0.12, 'one-note': 0.33, echo: 0.3, together: 0.25 } as const
const EDGE_S = 120

/**
 * The concert note that most of a group know, each in a written note of their own; octaves may differ. Among equals the one that
 * lies earliest in what they learnt.
 * @example commonNote([flute, clarinet])?.concert // 'F'
 */
export function commonNote(members: readonly Member[]): CommonNote | undefined {
  const byClass = new Map<number, { id: string; written: string; at: number }[]>()
  for (const { id, inst, notes } of members)
    notes.forEach((written, at) => {
      const concert = (parseNote(written).midi + inst.transposition + 120) % 12
      const own = byClass.get(concert) ?? []
      if (!own.some((o) => o.id === id)) own.push({ id, written, at })
      byClass.set(concert, own)
    })
  const [best] = [...byClass].sort(
    ([, a], [, b]) =>
      b.length - a.length || a.reduce((sum, x) => sum + x.at, 0) - b.reduce((sum, x) => sum + x.at, 0),
  )
  if (!best) return undefined
  const [concert, known] = best
  return {
    concert: noteName(60 + concert).replace(/-?\d+$/, ''),
    reads: members.map(({ id }) => ({ id, written: known.find((k) => k.id === id)?.written })),
  }
}

/**
 * A lesson for several: what all do when, so that in what is played nobody is silent longer than two minutes; who was dizzy or sore
 * plays every other turn.
 * @param members who is there, two to eight
 * @param minutes of the lesson, whole
 */
export function planGroup(members: readonly Member[], minutes: number): GroupPlan {
  const note = commonNote(members)
  const total = 60 * minutes
  const edge = Math.min(EDGE_S, Math.floor(total / 6))
  const between = total - 2 * edge
  const spans = new Map<string, Span[]>(members.map((m) => [m.id, []]))
  const blocks: GroupBlock[] = []
  let at = 0
  const block = (id: GroupBlock['id'], title: string, lengthS: number, together: boolean) => {
    blocks.push({ id, title, fromS: at, toS: at + lengthS, together })
    at += lengthS
  }
  const all = (does: Does, fromS: number, toS: number) => {
    for (const m of members) spans.get(m.id)!.push({ fromS, toS, does })
  }
  all('does', 0, edge)
  block('set-up', 'set-up, each', edge, false)
  const breath = Math.round(between * SHARES.breath)
  all('plays', at, at + breath)
  block('breath', 'breath', breath, true)
  const round = Math.round(between * SHARES['one-note'])
  inTurns(members, spans, at, at + round, (m) => !!note?.reads.find((r) => r.id === m.id)?.written, 'fingers')
  block('one-note', note ? `one note: concert ${note.concert}` : 'ten sounds on the part', round, true)
  const echo = Math.round(between * SHARES.echo)
  inTurns(members, spans, at, at + echo, () => true, 'listens')
  block('echo', 'echo round', echo, false)
  const rest = total - edge - at
  inTurns(members, spans, at, at + rest, () => true, 'fingers')
  block('together', 'all together', rest, true)
  all('does', at, total)
  block('cards', 'cards', edge, false)
  return {
    note,
    blocks,
    threads: members.map((m) => ({
      id: m.id,
      written: note?.reads.find((r) => r.id === m.id)?.written,
      spans: joined(spans.get(m.id)!),
      airS: spans.get(m.id)!.reduce((sum, s) => sum + (s.does === 'plays' ? s.toS - s.fromS : 0), 0),
    })),
  }
}

/** All at once, then alone in turn, the others fingering in silence or listening; and again. */
function inTurns(
  members: readonly Member[],
  spans: ReadonlyMap<string, Span[]>,
  fromS: number,
  toS: number,
  can: (m: Member) => boolean,
  others: 'fingers' | 'listens',
): void {
  // A round with its tutti is shorter than anybody may be silent.
  const turn = Math.max(TURN_S.least, Math.min(TURN_S.most, Math.floor(SILENT_MOST_S / members.length)))
  let at = fromS
  for (let round = 0; at < toS; round++) {
    const all = Math.min(toS, at + TURN_S.tutti)
    for (const m of members)
      spans.get(m.id)!.push({ fromS: at, toS: all, does: can(m) ? 'plays' : 'fingers' })
    at = all
    for (const soloist of members) {
      if (at >= toS) break
      const end = Math.min(toS, at + turn)
      for (const m of members) {
        // Who doesn't know the note yet plays one of their own, alone.
        const plays = m === soloist && !(m.eased && can(m) && round % 2)
        spans.get(m.id)!.push({ fromS: at, toS: end, does: plays ? 'plays' : others })
      }
      at = end
    }
  }
}

/** Neighbours that do the same are one. */
function joined(spans: readonly Span[]): Span[] {
  const out: Span[] = []
  for (const s of spans) {
    const last = out.at(-1)
    if (last && last.does === s.does && last.toS === s.fromS) last.toS = s.toS
    else if (s.toS > s.fromS) out.push({ ...s })
  }
  return out
}

/** The longest that somebody waits without playing, between the first and the last that is played, s. */
export function longestSilence(spans: readonly Span[]): number {
  const first = spans.findIndex((s) => s.does === 'plays')
  const last = spans.findLastIndex((s) => s.does === 'plays')
  let longest = 0
  let run = 0
  for (const s of spans.slice(first, last + 1)) {
    run = s.does === 'plays' ? 0 : run + s.toS - s.fromS
    longest = Math.max(longest, run)
  }
  return longest
}
