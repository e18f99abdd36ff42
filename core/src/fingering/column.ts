import { parseNote } from '../pitch/index.ts'
import { diameterAt, type FingerSystem, type Fingering, type TouchId } from '../instruments/index.ts'

/** A lone open hole narrower than this share of the bore lets another register speak and doesn't end the column: an
 * index finger lifted as a vent (chosen by Halitus, so that the charts' own vents are read as such). */
const VENT_SHARE = 0.4
/** From this register on open holes are vents, and the column says nothing. */
const HIGHEST_REGISTER = 2
/** Columns that end this close to each other are one, mm. */
const SAME_MM = 1

interface Column {
  endMm: number
  /** Which vents stand open, as bits. */
  vents: number
}

/** Columns of held touches as bit sets: the same holes as `holeStates` gives, prepared so that many are read quickly. */
function columnFinder(system: FingerSystem, bitOf: ReadonlyMap<TouchId, number>): (set: number) => Column {
  const bits = (ids: readonly TouchId[]) => ids.reduce((sum, id) => sum | (bitOf.get(id) ?? 0), 0)
  const holes = system.bore.holes.map((hole) => {
    const rods = system.linkages
      .filter((l) => l.moves.includes(hole.id))
      .map((l) => ({ by: bits(l.by), needs: bits(l.needs ?? []), unless: bits(l.unless ?? []) }))
    const halves = system.touches.filter((t) => t.halfOf && hole.movedBy.includes(t.halfOf)).map((t) => t.id)
    const narrow = hole.diameterMm < VENT_SHARE * diameterAt(system.bore.profile, hole.atMm)
    return { ...hole, own: bits(hole.movedBy), rods, halved: bits(halves), narrow }
  })
  type Prepared = (typeof holes)[number]
  const moved = (h: Prepared, set: number) =>
    (set & h.own) !== 0 ||
    h.rods.some((rod) => (set & rod.by) !== 0 && (set & rod.needs) === rod.needs && (set & rod.unless) === 0)
  const open = (h: Prepared, set: number) =>
    moved(h, set) ? h.rest === 'closed' : h.rest === 'open' && (set & h.halved) === 0
  const tone = holes.filter((h) => h.role === 'tone').sort((a, b) => a.atMm - b.atMm)
  const vents = holes.filter((h) => h.role === 'vent')
  /** The next hole down the tube that is open when nothing is held. */
  const nextAtRest = new Map(
    tone.map((h, i) => [
      h.id,
      h.rest === 'open' ? tone.slice(i + 1).find((n) => n.rest === 'open') : undefined,
    ]),
  )
  const asVent = (h: Prepared, set: number) => {
    const next = nextAtRest.get(h.id)
    return h.narrow && next !== undefined && !open(next, set)
  }
  const seen = new Map<number, Column>()
  return (set) => {
    const before = seen.get(set)
    if (before) return before
    const end = tone.find((h) => open(h, set) && !asVent(h, set))
    const column = {
      endMm: end?.atMm ?? system.bore.endMm,
      vents: vents.reduce((sum, h, i) => (open(h, set) ? sum | (1 << i) : sum), 0),
    }
    seen.set(set, column)
    return column
  }
}

/** Reads what a column of open holes gives, by the standard fingerings whose column is the same or nearest. */
export interface ColumnReader {
  /**
   * @param set held touches as bits
   * @param registers those that may speak
   * @param nearMidi of several notes with one column, the nearest to this is meant
   * @returns a written note; undefined where the column can't tell
   */
  read(set: number, registers: ReadonlySet<number>, nearMidi: number): string | undefined
}

/**
 * Prepares a chart for reading columns: a stand-in for a model of the tube. It takes the first open hole as the end and
 * knows nothing of what lies beyond it.
 */
export function columnReader(system: FingerSystem, bitOf: ReadonlyMap<TouchId, number>): ColumnReader {
  const columnOf = columnFinder(system, bitOf)
  const known = system.chart
    .filter((f) => f.kind === 'standard' && f.register <= HIGHEST_REGISTER)
    .map((f: Fingering) => ({
      f,
      midi: parseNote(f.written).midi,
      ...columnOf(f.touches.reduce((sum, id) => sum | (bitOf.get(id) ?? 0), 0)),
    }))
  return {
    read(set, registers, nearMidi) {
      if (Math.min(...registers) > HIGHEST_REGISTER) return undefined
      const { endMm, vents } = columnOf(set)
      let best: (typeof known)[number] | undefined
      let [bestVents, bestAway, bestNote] = [false, 0, 0]
      for (const k of known) {
        if (!registers.has(k.f.register)) continue
        const sameVents = k.vents === vents
        const away = Math.abs(k.endMm - endMm)
        const note = Math.abs(k.midi - nearMidi)
        // Through the same vents first, then the nearest end, then the note meant.
        const better =
          !best ||
          (sameVents !== bestVents
            ? sameVents
            : Math.abs(bestAway - away) > SAME_MM
              ? away < bestAway
              : note < bestNote)
        if (better) [best, bestVents, bestAway, bestNote] = [k, sameVents, away, note]
      }
      return best?.f.written
    },
  }
}
