/** What a breath lasted, and under which circumstances. */
export interface Blown {
  /** Days since any fixed day; in order. */
  day: number
  seconds: number
  /** Higher registers of most instruments take less air or more; the learner's own numbers say which. */
  upper: boolean
  /** −1 soft, 0 middling, 1 loud. */
  loud: -1 | 0 | 1
}

export interface Capacity {
  /** As likely longer as shorter. */
  seconds: number
  /** Eight times of ten between these. */
  low: number
  high: number
  from: number
}

/**
 * What is believed of somebody before any measurement, and how it moves (chosen by Halitus, looked at on simulated
 * learners). Everything is in logarithms of seconds: a tenth is about ten percent.
 */
const BELIEF = {
  /** A beginner's comfortable breath, s, and how far people differ. */
  middleS: 9,
  level: 0.5,
  /** A loud tone takes more air; an upper register may go either way. */
  loud: -0.25,
  loudOff: 0.2,
  upperOff: 0.3,
  /** From one try to the next on the same day. */
  scatter: 0.13,
  /** How surely that scatter is known: worth so many measurements. */
  scatterWorth: 8,
  /** What a day may bring, against the scatter. */
  dayShare: 0.12,
  /** Lessons after a long pause: no more than this many days' drift. */
  mostDays: 60,
} as const

/** 80 % of a normal distribution lie within this many standard deviations (Abramowitz & Stegun, table 26.5). */
const Z80 = 1.2815515655446004

/** 80 % lie within this many standard deviations of Student's t (Abramowitz & Stegun 26.7.5, of z = 1.2816). */
export function t80(freedom: number): number {
  const z = Z80
  const [z3, z5, z7] = [z ** 3, z ** 5, z ** 7]
  return (
    z +
    (z3 + z) / (4 * freedom) +
    (5 * z5 + 16 * z3 + 3 * z) / (96 * freedom ** 2) +
    (3 * z7 + 19 * z5 + 17 * z3 - 15 * z) / (384 * freedom ** 3)
  )
}

type Vector = [number, number, number]
interface State {
  mean: Vector
  /** Against the scatter's variance. */
  cov: [Vector, Vector, Vector]
  variance: number
  freedom: number
  day: number
}

const begin = (day: number): State => {
  const v = BELIEF.scatter ** 2
  return {
    mean: [Math.log(BELIEF.middleS), 0, BELIEF.loud],
    cov: [
      [BELIEF.level ** 2 / v, 0, 0],
      [0, BELIEF.upperOff ** 2 / v, 0],
      [0, 0, BELIEF.loudOff ** 2 / v],
    ],
    variance: v,
    freedom: BELIEF.scatterWorth,
    day,
  }
}
const featuresOf = (b: Pick<Blown, 'upper' | 'loud'>): Vector => [1, b.upper ? 1 : 0, b.loud]
const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const times = (m: State['cov'], x: Vector): Vector => [dot(m[0], x), dot(m[1], x), dot(m[2], x)]

/** Time passes: only the level moves, as a random walk. */
function later(s: State, day: number): State {
  const days = Math.min(BELIEF.mostDays, Math.max(0, day - s.day))
  const [a, b, c] = s.cov
  return { ...s, day, cov: [[a[0] + BELIEF.dayShare ** 2 * days, a[1], a[2]], b, c] }
}

/** One measurement: the recursions of a dynamic linear model whose scatter isn't known either. */
function learn(before: State, b: Blown): State {
  const s = later(before, b.day)
  const x = featuresOf(b)
  const gain = times(s.cov, x)
  const q = dot(gain, x) + 1
  const off = Math.log(b.seconds) - dot(s.mean, x)
  const freedom = s.freedom + 1
  const variance = s.variance + (s.variance / freedom) * (off ** 2 / (s.variance * q) - 1)
  const mean = s.mean.map((m, i) => m + (gain[i]! * off) / q) as Vector
  const cov = s.cov.map((row, i) => row.map((c, j) => c - (gain[i]! * gain[j]!) / q)) as State['cov']
  return { mean, cov, variance, freedom, day: s.day }
}

/**
 * How long the next breath will last, from a learner's own measurements: a dynamic linear model of the logarithm, level as
 * a random walk, with offsets for register and loudness (West & Harrison, _Bayesian Forecasting and Dynamic Models_, 1997,
 * from memory).
 * @param blown oldest first
 * @param next what is asked about; days on the same count
 * @example capacity([], { day: 0, upper: false, loud: 0 }).seconds // 9: what a beginner usually has
 */
export function capacity(blown: readonly Blown[], next: Pick<Blown, 'day' | 'upper' | 'loud'>): Capacity {
  const first = begin(blown[0]?.day ?? next.day)
  const s = later(
    blown.reduce((now, b) => learn(now, b), first),
    next.day,
  )
  const x = featuresOf(next)
  const middle = dot(s.mean, x)
  const spread = Math.sqrt(s.variance * (dot(times(s.cov, x), x) + 1))
  const reach = t80(s.freedom) * spread
  return {
    seconds: Math.exp(middle),
    low: Math.exp(middle - reach),
    high: Math.exp(middle + reach),
    from: blown.length,
  }
}

/**
 * The chance, 0 to 1, that a breath lasts so long: its logarithm scatters normally, eight of ten between low and high.
 * The normal distribution by a logistic one (Bowling et al., 2009), off by 0.00014 at the most.
 * @param reach what the learner's breath is believed to last; low below high @param seconds above 0
 * @example chanceToReach({ seconds: 10, low: 8, high: 12.5 }, 10) // 0.5
 */
export function chanceToReach(reach: Omit<Capacity, 'from'>, seconds: number): number {
  const spread = Math.log(reach.high / reach.low) / (2 * Z80)
  const z = Math.log(reach.seconds / seconds) / spread
  return 1 / (1 + Math.exp(-(0.07056 * z ** 3 + 1.5976 * z)))
}
