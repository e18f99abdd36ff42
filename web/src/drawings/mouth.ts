import type { Instrument } from '@halitus/core/instruments'

/**
 * A mouth in mm about the middle of the lips: what is in it, how deep and how steep, and what a fault moves. Ordinary sizes, from
 * memory; they show a direction and are no measure.
 */
export type InMouth = 'beak' | 'reed' | 'block' | 'pipe' | 'plate'

export interface Held {
  kind: InMouth
  /** Width seen from the front, mm. */
  widthMm: number
  /** Below the level, degrees. */
  steep: number
  /** How far behind the lips the tip lies, mm. */
  depthMm: number
}
const HELD: Record<string, Held> = {
  clarinet: { kind: 'beak', widthMm: 13, steep: 47, depthMm: 18 },
  saxophone: { kind: 'beak', widthMm: 16, steep: 14, depthMm: 20 },
  oboe: { kind: 'reed', widthMm: 7, steep: 42, depthMm: 9 },
  bassoon: { kind: 'reed', widthMm: 14, steep: 8, depthMm: 14 },
  recorder: { kind: 'block', widthMm: 22, steep: 48, depthMm: 7 },
  chanter: { kind: 'pipe', widthMm: 13, steep: 62, depthMm: 10 },
  flute: { kind: 'plate', widthMm: 32, steep: 0, depthMm: 0 },
}
/** How this family's instrument lies in the mouth when it is right. */
export const heldOf = (inst: Pick<Instrument, 'family'>): Held => HELD[inst.family] ?? HELD.clarinet!

/** What a face does wrong, as far as it can be drawn. */
export interface Wrong {
  /** Tip further out (or in, below 0), mm. */
  outMm: number
  /** Less steep by, degrees. */
  flatter: number
  /** To the side, mm; turned, degrees; up, mm. */
  asideMm: number
  turned: number
  upMm: number
  /** Lips wider and thinner, or pushed out: 1 is as they are. */
  wide: number
  full: number
  cheeks: boolean
  chin: boolean
  leaks: boolean
  red: boolean
  shoulders: boolean
  openMm: number
  bite: boolean
  /** The top teeth off what they rest on. */
  teethOff: boolean
}
const NONE: Wrong = {
  outMm: 0,
  flatter: 0,
  asideMm: 0,
  turned: 0,
  upMm: 0,
  wide: 1,
  full: 1,
  cheeks: false,
  chin: false,
  leaks: false,
  red: false,
  shoulders: false,
  openMm: 0,
  bite: false,
  teethOff: false,
}
/** What each sign that is seen moves. */
const MOVES: Readonly<Record<string, Partial<Wrong>>> = {
  'sees-little': { outMm: 8 },
  'sees-much': { outMm: -8 },
  'far-in': { outMm: -9 },
  angle: { flatter: 24 },
  'off-centre': { asideMm: 8 },
  'head-tilt': { turned: 10 },
  'sees-covered': { upMm: 3.4 },
  'sees-open': { upMm: -3.4 },
  'wide-lips': { openMm: 2.2 },
  smile: { wide: 1.24, full: 0.7 },
  'corners-back': { wide: 1.24, full: 0.7 },
  'lips-out': { full: 1.6, wide: 0.92 },
  'lip-hidden': { full: 0.5 },
  'lip-turned': { full: 1.6 },
  cheeks: { cheeks: true },
  'chin-up': { chin: true },
  'leak-corners': { leaks: true },
  'lips-leak': { leaks: true },
  red: { red: true },
  'shoulders-up': { shoulders: true },
  teeth: { bite: true },
  'teeth-away': { teethOff: true },
}
/**
 * What a drawing shows of what was seen.
 * @example wrongOf(['sees-little']).outMm // 8
 */
export const wrongOf = (seen: readonly string[]): Wrong =>
  seen.reduce((w, id) => ({ ...w, ...MOVES[id] }), NONE)

/** A guide point: where on a view it is looked at, mm, and where its words stand. */
export interface GuidePoint {
  view: 'front' | 'side'
  x: number
  y: number
  words: { x: number; y: number; anchor: 'start' | 'middle' | 'end' }
}
const front = (
  x: number,
  y: number,
  wx: number,
  wy: number,
  anchor: GuidePoint['words']['anchor'],
): GuidePoint => ({
  view: 'front',
  x,
  y,
  words: { x: wx, y: wy, anchor },
})
const side = (
  x: number,
  y: number,
  wx: number,
  wy: number,
  anchor: GuidePoint['words']['anchor'],
): GuidePoint => ({
  ...front(x, y, wx, wy, anchor),
  view: 'side',
})
/** Where each sign is looked for; the words lie where the face leaves room. */
const POINTS: Readonly<Record<string, GuidePoint>> = {
  'corners-back': front(-26, 1, -60, -26, 'start'),
  smile: front(-26, 0, -60, -26, 'start'),
  'chin-up': front(22, 40, 61, 58, 'end'),
  cheeks: front(43, 8, 61, -26, 'end'),
  'leak-corners': front(26, 3, 61, 28, 'end'),
  'lips-leak': front(26, 3, 61, 32, 'end'),
  'shoulders-up': front(-36, 62, -60, 50, 'start'),
  'off-centre': front(0, 11, -60, 32, 'start'),
  'head-tilt': front(40, 16, 61, 46, 'end'),
  'wide-lips': front(5, 0.3, 61, -10, 'end'),
  'lips-out': front(12, 5, 61, 22, 'end'),
  red: front(-14, 4, -60, 22, 'start'),
  'lip-hidden': front(-12, 7, -60, 20, 'start'),
  'lip-turned': front(13, 8, 61, 43, 'end'),
  'sees-little': side(12, -6, 63, -38, 'end'),
  'sees-much': side(16, 2, 63, 62, 'end'),
  'far-in': side(14, 0, 63, 62, 'end'),
  teeth: side(6, -7, 63, -38, 'end'),
  'teeth-away': side(4, -6, 63, -24, 'end'),
  angle: side(-16, 22, -45, 48, 'start'),
  'sees-covered': side(-5, 7, 63, -38, 'end'),
  'sees-open': side(-11, 4, 63, 62, 'end'),
}
/** Where a sign is looked for; undefined for one that no face shows. */
export const pointOf = (sign: string): GuidePoint | undefined => POINTS[sign]
