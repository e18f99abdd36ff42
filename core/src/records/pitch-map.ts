import { noteKey } from './long-tone.ts'
import { parseNote } from '../pitch/index.ts'
import { ofKind, ofLearner, type EntryRecord } from './records.ts'

/** How a note usually lies with one learner. */
export interface MapNote {
  written: string
  /** Median deviation from equal temperament, cents. */
  cents: number
  /** Half of the takes lie within so much of it. */
  spread: number
  takes: number
}

const middle = (x: number[]) => {
  const s = [...x].sort((a, b) => a - b)
  const k = Math.floor(s.length / 2)
  return s.length % 2 ? s[k]! : (s[k - 1]! + s[k]!) / 2
}

/** Older takes say less of how somebody plays now: so many of the newest count on each note (chosen by Halitus). */
export const MAP_TAKES = 12

/**
 * A learner's own pitch map: each note's usual deviation from all takes of a held tone, low to high; simulated ones left
 * out.
 */
export function pitchMap(entries: readonly EntryRecord[]): MapNote[] {
  const real = ofLearner(entries)
  const told = [
    ...ofKind(real, 'long-tone').map((e) => ({ seq: e.seq, written: e.data.written, cents: e.data.cents })),
    ...ofKind(real, 'shaped-tone').map((e) => ({ seq: e.seq, written: e.data.written, cents: e.data.cents })),
    ...ofKind(real, 'first-minutes').flatMap((e) =>
      e.data.notes.map((n) => ({ seq: e.seq, written: n.written, cents: n.cents })),
    ),
    ...ofKind(real, 'scale').flatMap((e) =>
      e.data.notes.map((n) => ({ seq: e.seq, written: n.written, cents: n.cents })),
    ),
  ].sort((a, b) => a.seq - b.seq)
  const notes = new Map<string, number[]>()
  for (const { written, cents } of told) {
    const key = noteKey(written)
    notes.set(key, [...(notes.get(key) ?? []), cents])
  }
  return [...notes]
    .map(([written, all]) => {
      const recent = all.slice(-MAP_TAKES)
      const cents = middle(recent)
      return { written, cents, spread: middle(recent.map((c) => Math.abs(c - cents))), takes: all.length }
    })
    .sort((a, b) => parseNote(a.written).midi - parseNote(b.written).midi)
}
