import { hzOfMidi, parseNote } from '../pitch/index.ts'
import type { FingeringKind, Fingering, Hand, Finger, Touch, ToneHole } from './types.ts'

/** Speed of sound in the warm, moist air inside a played instrument, m/s (common practice, no source). */
const WARM_AIR_M_S = 345

/**
 * Length of a tube open at both ends that sounds `concert`, in mm: c / 2f.
 * Source: open–open cylinder, Fletcher & Rossing, The Physics of Musical Instruments.
 */
export function halfWaveMm(concert: string): number {
  return (WARM_AIR_M_S * 1000) / (2 * hzOfMidi(parseNote(concert).midi))
}

/** Length of a tube closed at one end that sounds `concert`, in mm: c / 4f. Source: as {@link halfWaveMm}. */
export function quarterWaveMm(concert: string): number {
  return halfWaveMm(concert) / 2
}

const FINGERS: Record<string, Finger> = {
  T: 'thumb',
  1: 'index',
  2: 'middle',
  3: 'ring',
  4: 'little',
  P: 'palm',
}

/** A touch whose hand, finger and plain name follow from its id; `keyName` names keys. */
export function touch(
  id: string,
  kind: Touch['kind'],
  row: Touch['row'],
  atMm: number,
  keyName?: string,
  label?: string,
): Touch {
  const hand: Hand = id.startsWith('L') ? 'left' : 'right'
  const finger = FINGERS[id.charAt(1)]
  if (!finger) throw new RangeError(`${id} names no finger`)
  const key = id.split(':')[1]
  return {
    id,
    hand,
    finger,
    kind,
    row,
    atMm,
    label: label ?? key ?? id.charAt(1),
    name: keyName ? `${hand} ${finger}: ${keyName}` : `${hand} ${finger}`,
  }
}

/** A tone hole standing open until one of `movedBy` closes it. */
export function openHole(id: string, atMm: number, diameterMm: number, ...movedBy: string[]): ToneHole {
  return { id, atMm, diameterMm, rest: 'open', role: 'tone', movedBy }
}

/** A tone hole kept closed until one of `movedBy` opens it. */
export function closedHole(id: string, atMm: number, diameterMm: number, ...movedBy: string[]): ToneHole {
  return { id, atMm, diameterMm, rest: 'closed', role: 'tone', movedBy }
}

/** A line of a chart: touches separated by blanks, `-` for none. */
export function fingering(
  written: string,
  register: number,
  touches: string,
  use = '',
  kind: FingeringKind = use ? 'alternate' : 'standard',
  confidence: Fingering['confidence'] = 'high',
): Fingering {
  return {
    written,
    touches: touches === '-' ? [] : touches.split(' '),
    kind,
    register,
    use: use || 'standard',
    confidence,
  }
}
