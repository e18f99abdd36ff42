import type { Finger, Fingering, FingeringKind, Hand, Touch } from './types.ts'

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

/** A touch half held: a finger rolled or slid so that its hole stands half open. */
export function halfTouch(of: Touch): Touch {
  return { ...of, id: `${of.id}:half`, halfOf: of.id, name: `${of.name}, half open` }
}

/**
 * Places of touches, drawn as wide as a finger, over holes that stand closer together: moved apart from their middle until
 * no two neighbours of a line are nearer than this, mm. Between the hands there is room for a letter.
 * @param right index of the right hand's first finger
 */
export function apart(places: readonly number[], leastMm: number, right: number): number[] {
  const sorted = [...places].sort((a, b) => a - b)
  const nearest = Math.min(...sorted.slice(1).map((p, i) => p - sorted[i]!))
  const share = Math.max(1, leastMm / nearest)
  const middle = (sorted[0]! + sorted.at(-1)!) / 2
  return places.map((p, i) =>
    Math.round(middle + (p - middle) * share + (i >= right ? leastMm / 2 : -leastMm / 2)),
  )
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
