import { fingeringsOf, fingerSystem, type Fingering, type Instrument } from '../instruments/index.ts'
import { NoteError, prettyNote } from '../pitch/index.ts'
import type { Fact } from './facts.ts'
import { fingerNamed } from './fingers.ts'
import { FINGERS } from './terms.ts'

/** What is said of more than the note that is named. */
const ELSEWHERE: ReadonlySet<string> = new Set(['always', 'low', 'high', 'from-one-down'])
/** What a note's own fingering rules out counts so much (chosen by Halitus: charts and learners' fingerings differ at times). */
const RULED_OUT = 0.1

const fingerings = (inst: Instrument, written: string): readonly Fingering[] => {
  try {
    return fingeringsOf(inst, written)
  } catch (error) {
    // Outside the instrument's range nobody knows; anything else is a mistake of ours.
    if (error instanceof NoteError) return []
    throw error
  }
}

/**
 * The fingers that are down on a written note, by its usual fingerings; undefined where the chart has none for it.
 * @example fingersOn(clarinet, 'G4').size // 0: every hole is open
 */
export function fingersOn(inst: Instrument, written: string): ReadonlySet<string> | undefined {
  const usual = fingerings(inst, written).filter((f) => f.kind === 'standard')
  return usual.length
    ? new Set(usual.flatMap((f) => f.touches.flatMap((t) => fingerNamed(inst, t) ?? [])))
    : undefined
}

/**
 * The register that a written note's usual fingering belongs to, 1 the lowest; undefined where the chart has none for it.
 * @example registerOf(clarinet, 'B4') // 2
 */
export const registerOf = (inst: Instrument, written: string): number | undefined =>
  fingerings(inst, written).find((f) => f.kind === 'standard')?.register

/** What helps a written note into its register. */
export interface Vents {
  /** A register or octave key is held. */
  key: boolean
  /** A hole is half open. */
  half: boolean
  /** A key may be flicked. */
  flicked: boolean
}

/**
 * How a written note is vented by its fingerings; undefined where the chart has none for it.
 * @example ventsOn(oboe, 'D5') // { key: false, half: true, flicked: false }
 */
export function ventsOn(inst: Instrument, written: string): Vents | undefined {
  const all = fingerings(inst, written)
  const usual = all.filter((f) => f.kind === 'standard')
  if (!usual.length) return undefined
  const { bore, linkages, touches } = fingerSystem(inst)
  const vents = bore.holes.filter((h) => h.role === 'vent' && h.rest === 'closed')
  const opens = new Set([
    ...vents.flatMap((h) => h.movedBy),
    ...linkages.filter((l) => l.moves.some((id) => vents.some((v) => v.id === id))).flatMap((l) => l.by),
  ])
  const halves = new Set(touches.filter((t) => t.halfOf).map((t) => t.id))
  const has = (list: readonly Fingering[], ids: ReadonlySet<string>) =>
    list.some((f) => f.touches.some((t) => ids.has(t)))
  return {
    key: has(usual, opens),
    half: has(usual, halves),
    flicked: inst.family === 'bassoon' && has(all, opens),
  }
}

/** Which causes a note's vents rule out, with what is said of it. */
function ventFact(inst: Instrument, written: string): Fact[] {
  const vents = ventsOn(inst, written)
  if (!vents) return []
  const out = [
    ...(vents.key ? ['vent-touched'] : ['vent-unopened', 'octave-keys-swapped', 'vent-blocked']),
    ...(vents.half ? [] : ['half-closed']),
    ...(vents.flicked ? [] : ['no-flick']),
  ]
  const how = vents.half
    ? 'a half-hole vents it'
    : vents.key
      ? 'a vent key is held'
      : 'no vent key or half-hole is used'
  return [
    {
      words: `On ${prettyNote(written)} ${how}`,
      times: Object.fromEntries(out.map((id) => [id, RULED_OUT])),
    },
  ]
}

/**
 * What the named note itself rules out: fingers that are up can neither be pressed nor leak there, vents that it doesn't use
 * can't fail. Nothing is ruled out where it happens on more than that note.
 * @returns fingers that are up, and facts
 */
export function ofNote(
  inst: Instrument,
  written: string,
  seen: readonly string[],
): { up: readonly string[]; facts: Fact[] } {
  const down = fingersOn(inst, written)
  const up = down ? FINGERS.map((f) => f.id).filter((id) => !down.has(id)) : []
  if (seen.some((id) => ELSEWHERE.has(id))) return { up, facts: [] }
  const leaks = up.flatMap((id) => [`leak-${id}`, `soft-${id}`])
  return {
    up,
    facts: [
      ...(up.length
        ? [
            {
              words: `On ${prettyNote(written)} that finger is up`,
              times: Object.fromEntries(leaks.map((id) => [id, RULED_OUT])),
            },
          ]
        : []),
      ...ventFact(inst, written),
    ],
  }
}
