import { faultsOf, hasAir, rangeHz, type FaultKind } from '../acoustics/index.ts'
import { ventTouches } from '../fingering/index.ts'
import { fingerSystem, standardFingering, writtenNote, type Instrument } from '../instruments/index.ts'
import { centsBetween, hzOfMidi, prettyNote } from '../pitch/index.ts'
import type { Fact } from './facts.ts'
import { fingerNamed } from './fingers.ts'

/** How much the model of the tube may say: a finger that it blames fully counts so many times more (chosen by Halitus). */
const BLAMED = 12
/** A fault less likely than this isn't blamed. */
const LEAST = 0.05
/** A pitch this near its note isn't another fingering's, cents; a finger then counts so much less (chosen by Halitus). */
const OWN_CENTS = 15
const OWN = 0.3

/** Causes that one touch at fault stands for; in a change of notes a missing finger is a late one. */
export function blamed(
  inst: Instrument,
  vents: ReadonlySet<string>,
  touchId: string,
  fault: FaultKind,
  crossing: boolean,
): string[] {
  const finger = fingerNamed(inst, touchId)
  if (!finger) return []
  if (fault === 'pad') return ['pad-leaks']
  if (fault === 'half') return ['half-closed']
  // Through whatever linkage: a saxophone's lever opens its vents by a switch.
  const vent = vents.has(touchId)
  if (fault === 'extra') {
    if (vent) return ['vent-touched', 'octave-keys-swapped']
    const brushed =
      finger === 'little' ? ['brush-little-keys'] : finger.endsWith('thumb') ? ['brush-thumb-keys'] : []
    return ['brushed-key', 'bis-thumb', 'not-learnt', ...brushed]
  }
  if (vent) return ['vent-late', 'no-flick', 'whisper-off', 'octave-keys-swapped']
  if (crossing) return [`late-${finger}`, 'late-finger']
  const own = [`leak-${finger}`, `soft-${finger}`]
  if (fault !== 'missing') return own
  return [...own, 'not-learnt', 'high-fingers', ...(finger === 'little' ? ['eb-missing'] : [])]
}

/** A squeak may lie outside what the instrument plays, by this ratio and more: no finger is blamed for it then. */
const OUTSIDE = 1.2

/**
 * Which multiple of the note that was meant sounded, where it was one and a half or more; undefined below.
 * @example partialOf(clarinet, 'E3', 440) // 3.0
 */
export function partialOf(inst: Instrument, written: string, hz: number, a4Hz = 440): number | undefined {
  const ratio = hz / hzOfMidi(writtenNote(inst, written).midi + inst.transposition, a4Hz)
  return ratio >= JUMPED ? ratio : undefined
}
const JUMPED = 1.5

const KEPT = 32
/** By the instrument as it is taught: another system of fingerings is another instrument here. */
const HEARD = new WeakMap<Instrument, Map<string, Fact[]>>()

/**
 * What a pitch says of fingers, vents and pads, by the model of the tube.
 * @param written the note that was meant
 * @param hz what sounded
 * @param crossing whether it sounded in a change of notes
 * @returns nothing where the instrument has no tube, or the pitch blames nobody
 * @throws OutOfRange as `faultsOf`
 */
export function byPitch(
  inst: Instrument,
  written: string,
  hz: number,
  a4Hz: number,
  crossing: boolean,
): Fact[] {
  if (!hasAir(inst)) return []
  const heardBefore = HEARD.get(inst) ?? new Map<string, Fact[]>()
  HEARD.set(inst, heardBefore)
  const key = `${written} ${hz} ${a4Hz} ${crossing}`
  const known = heardBefore.get(key)
  if (known) return known
  const found = factsOfPitch(inst, written, hz, a4Hz, crossing)
  if (heardBefore.size >= KEPT) heardBefore.delete(heardBefore.keys().next().value!)
  heardBefore.set(key, found)
  return found
}

function factsOfPitch(
  inst: Instrument,
  written: string,
  hz: number,
  a4Hz: number,
  crossing: boolean,
): Fact[] {
  const { midi } = writtenNote(inst, written)
  const [low, high] = rangeHz(inst, a4Hz)
  if (hz < low / OUTSIDE || hz > high * OUTSIDE) return []
  const faults = faultsOf(inst, written, hz, a4Hz)
  const times: Record<string, number> = {}
  const own = hzOfMidi(midi + inst.transposition, a4Hz)
  if (Math.abs(centsBetween(own, hz)) <= OWN_CENTS && !crossing) {
    const closed = new Set(
      standardFingering(inst, written).touches.flatMap((t) => fingerNamed(inst, t) ?? []),
    )
    for (const f of closed) times[`leak-${f}`] = times[`soft-${f}`] = OWN
    times['not-learnt'] = OWN
    return [{ words: `${prettyNote(written)} sounded as itself: no finger is missing`, times }]
  }
  const vents = ventTouches(fingerSystem(inst))
  for (const f of faults) {
    if (f.likelihood < LEAST || !f.touch) continue
    for (const id of blamed(inst, vents, f.touch, f.fault, crossing))
      times[id] = (times[id] ?? 1) + BLAMED * f.likelihood
  }
  return Object.keys(times).length
    ? [{ words: 'The pitch that was heard, by the model of the tube', times }]
    : []
}
