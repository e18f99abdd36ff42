import { fingerSystem, type FingerSystem, type Instrument, type Touch } from '../instruments/index.ts'
import type { Group } from './cause.ts'
import { ALL_CAUSES } from './knowledge.ts'

/** Where to look for a cause. */
export interface Place {
  /** mm along the tube as its bore counts them; before its beginning is the player, beyond its end the room. */
  atMm: number
  /** The touches that it is about, where it is about some. */
  touches: readonly string[]
}

/** The player's lips and lungs, before the tube's upper end by these shares of its length, so that both can be told apart. */
const PLAYER = { mouth: 0.012, air: 0.035 } as const
/** Beyond the end: what isn't on the instrument. */
const BEYOND = 0.03
/** A reed, and what holds it, lies so far into the tube. */
const REED = 0.02

/** What lies by itself, beside where its group lies. */
type Spot =
  | 'mouth'
  | 'reed'
  | 'vent'
  | 'vent-hole'
  | 'half-hole'
  | 'hands'
  | 'holes'
  | 'upper-holes'
  | 'joint'
  | 'hands-joint'
  | 'crown'
  | 'upper-bore'
  | 'middle'
  | 'room'
const OF_GROUP: Record<Group, Spot | 'air'> = {
  mouth: 'mouth',
  tongue: 'mouth',
  air: 'air',
  body: 'air',
  reed: 'reed',
  vent: 'vent',
  fingers: 'hands',
  instrument: 'middle',
}
const OF_CAUSE: Record<string, Spot> = {
  'half-closed': 'half-hole',
  'vent-blocked': 'vent-hole',
  'crook-vent': 'vent-hole',
  'neck-bent': 'vent-hole',
  'pad-leaks': 'holes',
  bridge: 'hands-joint',
  'joint-open': 'joint',
  'head-pulled': 'joint',
  'head-turned': 'joint',
  'head-cork': 'crown',
  'water-hole': 'upper-holes',
  'water-bore': 'upper-bore',
  'windway-blocked': 'upper-bore',
  'window-touched': 'upper-bore',
  'outside-buzz': 'room',
  'mouthpiece-damaged': 'reed',
  'not-carried': 'hands',
  strap: 'hands',
}
/** Keys that causes name by themselves. */
const OF_KEY: Record<string, readonly string[]> = {
  'eb-missing': ['R4:Eb'],
  'whisper-off': ['LT:whisper'],
  'no-flick': ['LT:A', 'LT:C', 'LT:D'],
  'bis-thumb': ['L1:bis', 'LT:Bb'],
}
/** The causes of one finger each: what happens to it, and which finger. */
const FINGER = /^(?:leak|soft|late)-(left|right)-(thumb|index|middle|ring|little)$/

const middle = (all: readonly number[]) => (Math.min(...all) + Math.max(...all)) / 2

/** Touches that open or close a vent by themselves: register, octave, whisper keys; the half-holes where there are none. */
function vents({ bore, touches }: FingerSystem): Touch[] {
  const moved = new Set(bore.holes.filter((h) => h.role === 'vent').flatMap((h) => h.movedBy))
  const keys = touches.filter(
    (t) => moved.has(t.id) && t.kind === 'key' && t.hand === 'left' && t.finger === 'thumb',
  )
  const any = keys.length ? keys : touches.filter((t) => moved.has(t.id) && t.kind === 'key')
  return any.length ? any : touches.filter((t) => t.halfOf)
}
/** What a finger rests on when it plays. */
const restsOn = (touches: readonly Touch[], hand: string, finger: string) => {
  const its = touches.filter((t) => t.hand === hand && t.finger === finger && !t.halfOf)
  const open = its.filter((t) => t.kind !== 'key')
  return open.length ? open.slice(0, 1) : its
}

/**
 * Where on an instrument a cause lies: where to look, and where a drawing of beliefs ends. Keys and holes stand where the
 * fingering data has them; mouth, breath and reed at the end that is blown.
 * A cause that nobody knows lies in the middle. Places of mouth, reed and room are chosen by Halitus, so that they can be told apart.
 * @throws InstrumentError where the instrument's fingers aren't known
 * @example placeOf(instrument('clarinet'), 'leak-right-ring').touches // ['R3']
 */
export function placeOf(inst: Instrument, causeId: string): Place {
  const system = fingerSystem(inst)
  const { bore, touches } = system
  const length = bore.endMm - bore.startMm
  // Everything is measured from where it is blown; a flute's lips lie there, a reed's before it.
  const outside = bore.startMm < 0 ? 0 : 1
  const at = (share: number): Place => ({ atMm: share * length, touches: [] })
  const on = (some: readonly Touch[]): Place | undefined =>
    some.length ? { atMm: middle(some.map((t) => t.atMm)), touches: some.map((t) => t.id) } : undefined
  const fingers = touches.filter((t) => t.row === 'front')
  const hands: Place = { atMm: middle(fingers.map((t) => t.atMm)), touches: [] }
  const finger = FINGER.exec(causeId)
  if (finger) return on(restsOn(touches, finger[1]!, finger[2]!)) ?? hands
  if (/^(?:leak|soft|late)-little$/.test(causeId)) return on(restsOn(touches, 'right', 'little')) ?? hands
  const keys = OF_KEY[causeId]
  if (keys) return on(touches.filter((t) => keys.includes(t.id))) ?? hands
  const group = ALL_CAUSES.find((c) => c.id === causeId)?.group
  const spot = OF_CAUSE[causeId] ?? (group ? OF_GROUP[group] : 'middle')
  const tone = bore.holes.filter((h) => h.role === 'tone').map((h) => h.atMm)
  const left = fingers.filter((t) => t.hand === 'left').map((t) => t.atMm)
  const right = fingers.filter((t) => t.hand === 'right').map((t) => t.atMm)
  const between = (Math.max(...left) + Math.min(...right)) / 2
  const joints = bore.jointsMm.filter((x) => x > 0)
  switch (spot) {
    case 'mouth':
      return at(0 - PLAYER.mouth * outside)
    case 'air':
      return at(0 - PLAYER.air * outside)
    case 'reed':
      return at(REED)
    case 'vent':
      return on(vents(system)) ?? hands
    case 'half-hole':
      return on(touches.filter((t) => t.halfOf)) ?? on(vents(system)) ?? hands
    case 'vent-hole': {
      const holes = bore.holes.filter((h) => h.role === 'vent').map((h) => h.atMm)
      return holes.length ? { atMm: Math.min(...holes), touches: [] } : at(REED)
    }
    case 'hands':
      return hands
    case 'holes':
      return { atMm: Math.min(...tone) + 0.75 * (Math.max(...tone) - Math.min(...tone)), touches: [] }
    case 'upper-holes':
      return { atMm: Math.min(...tone), touches: [] }
    case 'joint':
      return { atMm: joints[0] ?? 0.08 * length, touches: [] }
    case 'hands-joint': {
      const near = [...joints].sort((a, b) => Math.abs(a - between) - Math.abs(b - between))[0]
      return { atMm: near ?? between, touches: [] }
    }
    case 'crown':
      return { atMm: bore.startMm, touches: [] }
    case 'upper-bore':
      return at(0.06)
    case 'room':
      return { atMm: bore.endMm + BEYOND * length, touches: [] }
    case 'middle':
      return { atMm: (bore.startMm + bore.endMm) / 2, touches: [] }
  }
}
