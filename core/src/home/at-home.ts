/** What a row asks to be written down. */
interface Asks {
  goal: string
  about: string
  value: number | null
  unit: string
}
interface Row {
  id: string
  title: string
  amount: string
  asks?: Asks | undefined
}

/** How a row is practised on a learner's own phone. */
export interface AtHome {
  /**
   * `tone`: held as long as the aim, heard; `clicks`: the same, counted at `perMinute`; `strokes`: as fast as the aim, heard, so many
   * a beat; `clock`: timed by touch, since air alone is no tone; `recall`, `echo`, `line`: notes that are answered by playing;
   * `written`: a number that is tapped in.
   */
  how: 'tone' | 'clicks' | 'strokes' | 'clock' | 'recall' | 'echo' | 'line' | 'written'
  unit: string
  /** Aim in the unit; null for who observes. */
  aim: number | null
  /** Clicks a minute. */
  perMinute: number
  /** Strokes a beat. */
  perBeat: number
  /** Of the patterns of an echo. */
  level: number
  /** Whether notes count, or their rhythm alone. */
  pitch: boolean
  /** Seconds of rest after each try. */
  restS: number
  /** Tries that the row asks for; undefined where it doesn't say. */
  tries: number | undefined
}

/** Rests after a try, s (chosen by Halitus): breath to the end takes longer to come back. */
const REST_S = {
  tone: 8,
  clicks: 15,
  strokes: 5,
  clock: 8,
  recall: 0,
  echo: 0,
  line: 5,
  written: 0,
} as const
const HOW: Readonly<Record<string, AtHome['how']>> = {
  'long-tone': 'tone',
  'small-part': 'tone',
  'breath-count': 'clicks',
  'tongue-tempo': 'strokes',
  exhale: 'clock',
  recalled: 'recall',
  echo: 'echo',
}
/** Notes that were right: what asks for them and isn't named above is a line in notation. */
const OF_NOTES = 'hits'

/** Tries that an amount asks for. @example triesOf('4 times, aim 28 s') // 4 @example triesOf('twice') // 2 */
export function triesOf(amount: string): number | undefined {
  const [, times] = /\b(\d+) (?:times|long sounds)/.exec(amount) ?? []
  if (times) return Number(times)
  if (/^twice\b/.test(amount)) return 2
  return /^once\b/.test(amount) ? 1 : undefined
}

/**
 * How a row is practised at home; undefined where it asks for no number.
 * @example atHome({ asks: { goal: 'breath-count', about: 'E4-60', value: 14, unit: 'clicks' }, amount: '3 times' })?.how // 'clicks'
 */
export function atHome({ asks, amount }: Pick<Row, 'asks' | 'amount'>): AtHome | undefined {
  if (!asks) return undefined
  const how = HOW[asks.goal] ?? (asks.unit === OF_NOTES ? 'line' : 'written')
  return {
    how,
    unit: asks.unit,
    aim: asks.value,
    perMinute: Number(/-(\d+)$/.exec(asks.about)?.[1] ?? 60),
    perBeat: Number(/^\d$/.exec(asks.about)?.[0] ?? 1),
    level: Number(/^\d$/.exec(asks.about)?.[0] ?? 1),
    pitch: asks.goal !== 'rhythm',
    restS: REST_S[how],
    tries: triesOf(amount),
  }
}

/**
 * What was heard, as the row's number: tenths of seconds, whole clicks, whole beats a minute; undefined where nothing was heard.
 * @param heard length of the tone, s, and strokes a second, 0 where there were none
 */
export function numberHeard(of: AtHome, heard: { lengthS: number; rateHz: number }): number | undefined {
  if (of.how === 'strokes') return heard.rateHz > 0 ? Math.round((60 * heard.rateHz) / of.perBeat) : undefined
  if (!(heard.lengthS > 0)) return undefined
  return of.how === 'clicks'
    ? Math.floor((heard.lengthS * of.perMinute) / 60 + 1e-9)
    : Math.round(10 * heard.lengthS) / 10
}

/** So many words are read at a glance, at eight. */
const AT_A_GLANCE = 9
const words = (text: string) => text.split(/\s+/).filter(Boolean).length

/**
 * What a row asks, in up to nine words, and the rest of it for the line below; whole where it can't be parted.
 * @example atAGlance('5 breaths before playing; look for: air gone at once, then nothing') // ['5 breaths before playing', 'Look for: air gone at once, then nothing']
 */
export function atAGlance(amount: string): [first: string, rest: string] {
  if (words(amount) <= AT_A_GLANCE) return [amount, '']
  const marks = [...amount.matchAll(/[;,:.]\s+/g)].filter(
    (m) => words(amount.slice(0, m.index)) <= AT_A_GLANCE,
  )
  // After a semicolon something new begins; a comma belongs to what stands before it.
  const mark = marks.findLast((m) => m[0].startsWith(';')) ?? marks.at(-1)
  if (!mark) return [amount, '']
  const rest = amount.slice(mark.index + mark[0].length)
  return [amount.slice(0, mark.index), rest.charAt(0).toUpperCase() + rest.slice(1)]
}

/** A unit behind a number, as one says it. @example unitWord('hits') // 'right' */
export const unitWord = (unit: string): string => (unit === OF_NOTES ? 'right' : unit)

/** Less than this is no growth worth a sentence, by unit. */
const WORTH: Readonly<Record<string, number>> = { s: 0.5, clicks: 1, counts: 1, cents: 10, 'a minute': 2 }
const UNIT_WORDS: Readonly<Record<string, [one: string, many: string]>> = {
  s: ['second longer', 'seconds longer'],
  clicks: ['click longer', 'clicks longer'],
  counts: ['count longer', 'counts longer'],
  cents: ['cent further', 'cents further'],
  'a minute': ['beat faster', 'beats faster'],
}

/**
 * One sentence at the end of a practice: what went better than on the days before, else what was done. It never says what went
 * worse; to who observes it says no number.
 * @param session the one that has just ended
 */
export function endSentence(
  card: {
    rows: readonly Pick<Row, 'id' | 'title' | 'asks'>[]
    numbers: readonly { row: string; session: number; value: number }[]
    ticks: readonly { rowId: string; session: number }[]
  },
  session: number,
): string {
  const grown = card.rows.flatMap((row) => {
    const own = card.numbers.filter((n) => n.row === row.id)
    const best = (of: typeof own) => Math.max(...of.map((n) => n.value))
    const now = own.filter((n) => n.session === session)
    const before = own.filter((n) => n.session < session)
    if (!row.asks || row.asks.value === null || !now.length || !before.length) return []
    const by = Math.round(10 * (best(now) - best(before))) / 10
    const worth = WORTH[row.asks.unit] ?? 1
    return by >= worth ? [{ row, by, share: by / Math.max(best(before), worth) }] : []
  })
  const [most] = grown.sort((a, b) => b.share - a.share)
  if (most) {
    const [one, many] = UNIT_WORDS[most.row.asks!.unit] ?? ['more', 'more']
    return `${most.row.title}: ${most.by} ${most.by === 1 ? one : many} than before.`
  }
  const done = new Set(card.ticks.filter((t) => t.session === session).map((t) => t.rowId)).size
  return done === card.rows.length
    ? 'You did all of it.'
    : `You did ${done} ${done === 1 ? 'thing' : 'things'}.`
}
