import { OutOfRange } from '../errors/index.ts'
import { DAY_MS, dayInWords, dayOf, instantOf, plusDays } from '../time/index.ts'
import { minutesPlayed, type Reed } from './reed.ts'

/**
 * Life of reeds by minutes played. Reeds wear: the longer played, the likelier to go. Model: Weibull with a fixed shape
 * of 2.5 (chosen by Halitus; 1 would be no wear at all), its scale learnt from the learner's own reeds, those still
 * played counting as “at least that long”. With m = minutes^shape the lives are exponential; under the prior 1/rate the
 * rate's posterior is Gamma(d, T) for d retired reeds and total exposure T = Σ m, and the predictive distribution of one
 * more life is S(x) = (T / (T + x^shape))^d. Source: conjugate exponential–gamma model (textbook; derived).
 */
export const WEAR_SHAPE = 2.5
/** Fewer retired reeds than this say too little. */
export const ENOUGH_REEDS = 3

export interface LifeModel {
  retired: number
  exposure: number
}

/** Learns from reeds; undefined while too few were played to their end: not enough data yet. */
export function learnLife(reeds: readonly Reed[]): LifeModel | undefined {
  let retired = 0
  let exposure = 0
  for (const reed of reeds) {
    const minutes = minutesPlayed(reed)
    if (minutes <= 0) continue
    if (reed.state === 'retired') retired++
    exposure += minutes ** WEAR_SHAPE
  }
  return retired >= ENOUGH_REEDS ? { retired, exposure } : undefined
}

/**
 * Minutes until a reed that has played `playedMinutes` is gone with probability `p`.
 * @param p between 0 and 1: 0.5 for the median
 */
export function remainingMinutes(model: LifeModel, playedMinutes: number, p: number): number {
  if (!(p > 0 && p < 1))
    throw new OutOfRange(`The probability is ${p}; allowed: more than 0 and less than 1.`)
  const grown = model.exposure * ((1 - p) ** (-1 / model.retired) - 1)
  return (playedMinutes ** WEAR_SHAPE + grown) ** (1 / WEAR_SHAPE) - playedMinutes
}

export interface LifeForecast {
  medianMinutes: number
  /** Eight lives of ten end within this. */
  intervalMinutes: [number, number]
  /** How many retired reeds it rests on. */
  from: number
}

/** Minutes that a reed has left: median and an interval of eight in ten, from the model of {@link learnLife}. */
export function forecastLife(model: LifeModel, playedMinutes: number): LifeForecast {
  return {
    medianMinutes: remainingMinutes(model, playedMinutes, 0.5),
    intervalMinutes: [
      remainingMinutes(model, playedMinutes, 0.1),
      remainingMinutes(model, playedMinutes, 0.9),
    ],
    from: model.retired,
  }
}

export interface StockForecast {
  playable: number
  minutesPerWeek: number
  /** Weeks that the playable reeds last; null without enough data or when nothing is played. */
  weeksLeft: number | null
  /** ISO day by which to order; null as above. */
  orderBy: string | null
  /** Whether waiting any longer leaves a gap. */
  orderNow: boolean
  sentence: string
}

const LOOK_BACK_DAYS = 28

/**
 * When to order: the playable reeds' remaining minutes against the minutes of the last four weeks.
 * @param leadWeeks time that an order takes and a new reed needs to be broken in
 */
export function forecastStock(reeds: readonly Reed[], now: string, leadWeeks = 2): StockForecast {
  const playable = reeds.filter((r) => r.state !== 'retired')
  const from = instantOf(now) - LOOK_BACK_DAYS * DAY_MS
  let recent = 0
  for (const reed of reeds) for (const use of reed.uses) if (instantOf(use.at) >= from) recent += use.minutes
  const minutesPerWeek = recent / (LOOK_BACK_DAYS / 7)
  const model = learnLife(reeds)
  const base = { playable: playable.length, minutesPerWeek }
  // Nobody who never entered a reed is told to buy one.
  if (!reeds.length)
    return { ...base, weeksLeft: null, orderBy: null, orderNow: false, sentence: 'No reed entered yet.' }
  if (!playable.length)
    return {
      ...base,
      weeksLeft: 0,
      orderBy: dayOf(now),
      orderNow: true,
      sentence: 'No playable reed left: order now.',
    }
  if (!model)
    return {
      ...base,
      weeksLeft: null,
      orderBy: null,
      orderNow: false,
      sentence: `Not enough data yet: a forecast needs ${ENOUGH_REEDS} reeds played to their end.`,
    }
  if (minutesPerWeek <= 0)
    return {
      ...base,
      weeksLeft: null,
      orderBy: null,
      orderNow: false,
      sentence: 'Nothing was played in four weeks: no forecast.',
    }
  const left = playable.reduce((sum, reed) => sum + remainingMinutes(model, minutesPlayed(reed), 0.5), 0)
  const weeksLeft = left / minutesPerWeek
  const orderBy = dayOf(plusDays(now, Math.max(0, weeksLeft - leadWeeks) * 7))
  const orderNow = weeksLeft <= leadWeeks
  const sentence = orderNow
    ? `About ${weeksLeft.toFixed(1)} weeks left: order now.`
    : `About ${weeksLeft.toFixed(0)} weeks left at ${minutesPerWeek.toFixed(0)} min a week: order by ${dayInWords(orderBy)}.`
  return { ...base, weeksLeft, orderBy, orderNow, sentence }
}
