import type { Instrument } from '../instruments/index.ts'
import { fingerNamed } from './fingers.ts'

/** Something that is known of learner, reed or instrument, and how many times more each cause counts by it. */
export interface Fact {
  words: string
  times: Readonly<Record<string, number>>
}

/** What ended an accident before: its cause, whether it stopped, and what was tried. */
export interface PastAccident {
  cause: string
  solved: boolean
  /** Checks with how they went. */
  tried: { check: string; outcome: string }[]
}

/** What a studio knows that bears on an accident; everything may be missing. */
export interface Background {
  /** The reed in use: minutes played, days since its first use, and how long this learner's reeds last, minutes. */
  reed?: { name: string; minutes: number; days?: number; lastsMinutes?: number }
  /** How long this learner's long tones last lately: the middle of so many, s. */
  air?: { toneS: number; tones: number }
  /** Today's faults of the set-up, `step/fault`, and their words. */
  setup?: { id: string; what: string }[]
  /** What stands in the instrument's record and wasn't followed by a service. */
  open?: string[]
  /** In how many takes each touch was late, of how many takes. */
  late?: { takes: number; touches: { touch: string; takes: number }[] }
  /** Fingers that were late in what was just heard, by touch. */
  lateNow?: string[]
  /** How earlier accidents of this learner ended, and those of the others in the studio. */
  own?: PastAccident[]
  studio?: PastAccident[]
}

/** All chosen by Halitus: how much each kind of knowledge counts, and from where on. */
const RULE = {
  /** A reed past this share of its life is taken for a worn one; without a known life, past so many days of use. */
  wornShare: 0.8,
  wornDays: 21,
  worn: 4,
  /** A reed played for less is a new one, minutes. */
  newMinutes: 60,
  fresh: 2,
  /** Tones of less than so many seconds are short, of so many and more long; how much each says of running out, s. */
  shortS: 6,
  longS: 15,
  short: 3,
  long: 0.4,
  setup: 5,
  open: 3,
  /** Late in all takes counts one and so many times. */
  late: 8,
  lateNow: 8,
  /** Each time before with this learner, and in the studio, adds so much; at most so many times in all. */
  own: 1,
  studio: 0.2,
  most: 4,
  /** A check that was tried so often without ever helping counts as if it had been tried so often with chance results. */
  neverFrom: 3,
  never: 4,
} as const

/** Which causes a fault of the set-up leads to, by `step/fault` or by the whole step. */
const BY_FAULT: Readonly<Record<string, readonly string[]>> = {
  'reed-height': ['reed-place'],
  'reed-side': ['reed-place'],
  'look-again': ['reed-place'],
  'reed-look/split': ['reed-damaged'],
  'reed-look/wet': ['reed-soaked'],
  ligature: ['ligature', 'reed-place'],
  'soak/dry': ['reed-dry'],
  'soak/wavy': ['reed-dry', 'reed-warped'],
  'soak/chipped': ['reed-damaged'],
  'soak/sodden': ['reed-soaked'],
  'tip/closed': ['reed-opening'],
  'tip/gaping': ['reed-opening'],
  'tip/chipped': ['reed-damaged'],
  crow: ['crow-wrong', 'reed-opening'],
  'reed-in': ['reed-seat'],
  'reed-seat': ['reed-seat', 'chanter-seat'],
  'reed-lips/no-crow': ['crow-wrong', 'reed-leaks'],
  'reed-lips/chokes': ['choked'],
  'bridge/rotated': ['bridge'],
  'bridge/gap': ['joint-open'],
  'joints/bridge-bent': ['bridge'],
  'joints/cork-dry': ['joint-open'],
  'joints/lock-open': ['joint-open'],
  'joints/turned': ['head-turned'],
  'joints/forced': ['joint-open'],
  'line/rotated': ['bridge'],
  'line/turned': ['hand-position'],
  'hemp/leak': ['joint-open'],
  barrel: ['head-turned'],
  'neck/lever-bent': ['neck-bent'],
  'neck/neck-turned': ['head-turned', 'neck-bent'],
  'neck-depth': ['head-pulled'],
  'pull/far-out': ['head-pulled'],
  strap: ['strap'],
  'strap-on': ['strap'],
  height: ['strap'],
  stand: ['angle'],
  seat: ['angle', 'shallow'],
  'seat/shoulders': ['shallow'],
  angle: ['angle'],
  'mouth/too-little': ['too-little'],
  'mouth/too-much': ['too-much'],
  'mouth/chin-bunched': ['biting'],
  'mouth/cheeks': ['puffed'],
  'mouth/biting': ['biting'],
  'mouth/smile': ['smile'],
  'lips/bite': ['lips-spread'],
  'lips/deep': ['lips-spread'],
  lip: ['hole-covered', 'jet-misses'],
  'lip/off-centre': ['jet-misses'],
  'head/jumps': ['too-fast'],
  'head/shrill': ['too-fast'],
  'head/sinking': ['little-air', 'shallow'],
  'head/no-sound': ['jet-misses'],
  'head-line': ['head-turned', 'jet-misses'],
  'three-points': ['hand-position'],
  'little-finger': ['eb-missing'],
  'thumb/finger-edges': ['leak-left-ring', 'leak-right-ring', 'leak-left-middle', 'leak-right-middle'],
  'thumb/side-key': ['brush-side'],
  'thumb/throat-key': ['brush-throat'],
  'thumb/wrist': ['hand-position'],
  'thumb/flat-thumb': ['half-closed'],
  'hands/palm-keys': ['brush-palm'],
  'hands/side-keys': ['brush-side'],
  'hands/leak': ['leak-left-ring', 'leak-right-ring', 'leak-left-thumb'],
  'crook/off': ['whisper-off', 'crook-vent'],
  'crook/crook-bent': ['crook-vent'],
  'warm/cold': ['cold', 'windway-blocked'],
  'warm/covered': ['window-touched'],
  'swab/windway-poked': ['windway-blocked'],
  'swab/water-left': ['water-bore'],
  'swab/wet-pads': ['spring', 'water-hole'],
  'fingers/tips': ['leak-left-ring', 'leak-right-ring'],
  'fingers/lifted-high': ['high-fingers'],
  'pressure/wave': ['pressure'],
  'low-holes-open/breaks': ['choked'],
  'stock/loose': ['joint-open'],
  'strike-in/chokes': ['choked'],
}
const ofFault = (id: string) => BY_FAULT[id] ?? BY_FAULT[id.split('/')[0]!] ?? []
const all = (ids: readonly string[], times: number) => Object.fromEntries(ids.map((id) => [id, times]))
const often = (n: number) => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`)

function ofReed({ name, minutes, days, lastsMinutes }: NonNullable<Background['reed']>): Fact[] {
  const worn =
    lastsMinutes !== undefined ? minutes >= RULE.wornShare * lastsMinutes : (days ?? 0) >= RULE.wornDays
  if (worn)
    return [
      {
        words:
          lastsMinutes !== undefined
            ? `“${name}” was played ${Math.round(minutes)} minutes; reeds here last about ${Math.round(lastsMinutes)}`
            : `“${name}” is in use for ${days} days`,
        times: all(['reed-worn', 'reed-soft'], RULE.worn),
      },
    ]
  if (minutes >= RULE.newMinutes) return []
  return [
    {
      words: `“${name}” is new: ${Math.round(minutes)} minutes`,
      times: all(['reed-hard', 'reed-opening', 'crow-wrong', 'reed-warped'], RULE.fresh),
    },
  ]
}

function ofAir({ toneS, tones }: NonNullable<Background['air']>): Fact[] {
  const words = `Long tones last ${toneS.toFixed(1)} s lately (the middle of ${tones})`
  if (toneS < RULE.shortS)
    return [
      { words, times: { ...all(['runs-out'], RULE.short), ...all(['shallow', 'little-air'], RULE.fresh) } },
    ]
  return toneS >= RULE.longS ? [{ words, times: all(['runs-out'], RULE.long) }] : []
}

function ofHistory(own: readonly PastAccident[], studio: readonly PastAccident[]): Fact[] {
  const count = (list: readonly PastAccident[], cause: string) =>
    list.filter((p) => p.solved && p.cause === cause).length
  const causes = new Set([...own, ...studio].filter((p) => p.solved).map((p) => p.cause))
  return [...causes].map((cause) => {
    const [here, there] = [count(own, cause), count(studio, cause)]
    const who = [
      ...(here ? [`${often(here)} with this learner`] : []),
      ...(there ? [`${often(there)} with others of the studio`] : []),
    ]
    return {
      words: `It was that before: ${who.join(', ')}`,
      times: { [cause]: Math.min(RULE.most, 1 + RULE.own * here + RULE.studio * there) },
    }
  })
}

/**
 * What is known already, as facts that count for causes.
 * @example factsFrom(clarinet, { setup: [{ id: 'mouth/biting', what: 'Biting' }] })[0].times // { biting: 5 }
 */
export function factsFrom(inst: Instrument, known: Background): Fact[] {
  const fingers = (touches: readonly string[]) => touches.flatMap((t) => fingerNamed(inst, t) ?? [])
  return [
    ...(known.reed ? ofReed(known.reed) : []),
    ...(known.air ? ofAir(known.air) : []),
    ...(known.setup ?? []).flatMap(({ id, what }) => {
      const causes = ofFault(id)
      return causes.length ? [{ words: `Set-up today: ${what}`, times: all(causes, RULE.setup) }] : []
    }),
    ...(known.open?.length
      ? [
          {
            words: `In the instrument’s record: ${known.open.join(' ')}`,
            times: all(
              ['pad-leaks', 'spring', 'bridge', 'joint-open', 'loose-screw', 'head-cork'],
              RULE.open,
            ),
          },
        ]
      : []),
    ...(known.late?.touches ?? []).flatMap(({ touch, takes }) =>
      fingers([touch]).map((finger) => ({
        words: `That finger was late in ${takes} of ${known.late!.takes} takes`,
        times: { [`late-${finger}`]: 1 + (RULE.late * takes) / Math.max(1, known.late!.takes) },
      })),
    ),
    ...fingers(known.lateNow ?? []).map((finger) => ({
      words: 'It was late in what was just heard',
      times: { [`late-${finger}`]: RULE.lateNow, 'late-finger': 2 },
    })),
    ...ofHistory(known.own ?? [], known.studio ?? []),
  ]
}

/**
 * How many times a second of each check is worth another's: below 1 for those that were tried often and never helped.
 * Laplace's rule of succession against {@link RULE.never} tries by chance.
 */
export function worthOf(past: readonly PastAccident[]): Map<string, number> {
  const tries = new Map<string, { all: number; better: number }>()
  for (const { check, outcome } of past.flatMap((p) => p.tried)) {
    const t = tries.get(check) ?? { all: 0, better: 0 }
    tries.set(check, { all: t.all + 1, better: t.better + (outcome === 'better' ? 1 : 0) })
  }
  return new Map(
    [...tries].flatMap(([check, t]) =>
      t.better === 0 && t.all >= RULE.neverFrom ? [[check, RULE.never / (RULE.never + t.all)]] : [],
    ),
  )
}
