import { believe, nextCheck, NO, type Answer, type Belief, type NextCheck } from '../evidence/index.ts'
import type { Tongue, TongueCause } from '../instruments/index.ts'
import { isEven, METER, type Meter, type Tone } from './meter.ts'

/** What of a take speaks for a cause; all optional, as far as it was measured. */
export interface TongueFacts {
  depthDb?: number | undefined
  gapMs?: number | undefined
  dipCents?: number | undefined
  unevenPercent?: number | undefined
  rateHz?: number | undefined
  /** Strokes a second that were asked for. */
  askedHz?: number | undefined
  /** Shares of all notes that began so. */
  airy?: number | undefined
  late?: number | undefined
  cracked?: number | undefined
  /** Share of notes that began with air alone. */
  byAir?: number | undefined
  /** Share of the way to the next stroke that a tone sounds. */
  soundsShare?: number | undefined
  /** The tongued tone against the slurred one. */
  moreAirDb?: number | undefined
  higherCents?: number | undefined
}

/** Where a number begins to speak; chosen by Halitus, after trials with the simulated player. */
export const SPEAKS = {
  deepDb: 10,
  longMs: 45,
  dipCents: 15,
  share: 0.3,
  fastHz: 5,
  behind: 0.93,
  dies: 0.55,
  moreAirDb: 5,
  higherCents: 12,
} as const

/** The facts of a take. @param slurred the learner's own slurred tone, where there is one */
export function factsOfTake(
  meter: Meter,
  notes: readonly { start: { kind: string } }[],
  tone: Tone | undefined,
  more: { askedHz?: number | undefined; slurred?: Tone | undefined },
): TongueFacts {
  const count = meter.strokes.length
  const share = (n: number | undefined) => (count ? (n ?? 0) / count : undefined)
  const shares = meter.strokes
    .flatMap((s) => (s.soundsShare === null ? [] : [s.soundsShare]))
    .sort((a, b) => a - b)
  return {
    depthDb: meter.depthDb ?? undefined,
    // A silence between separated notes is meant; only a dent that takes long is heavy.
    gapMs: meter.depthDb === null ? undefined : (meter.gapMs ?? undefined),
    dipCents: meter.dipCents,
    unevenPercent: meter.unevenPercent ?? undefined,
    rateHz: meter.rateHz ?? undefined,
    askedHz: more.askedHz,
    airy: share(meter.starts.airy),
    late: share(meter.starts.late),
    cracked: share((meter.starts.cracked ?? 0) + (meter.starts.squeak ?? 0)),
    byAir: notes.length > 2 ? notes.filter((n) => n.start.kind === 'air').length / notes.length : undefined,
    soundsShare: shares[shares.length >> 1],
    moreAirDb: more.slurred && tone ? more.slurred.hnrDb - tone.hnrDb : undefined,
    higherCents: more.slurred && tone ? tone.cents - more.slurred.cents : undefined,
  }
}

/** What the numbers of a take say about the tongue, as answers; what is all right is said as well. */
export function measuredAnswers(f: TongueFacts): Answer[] {
  const found: Answer[] = []
  const add = (question: string, is: boolean | undefined, words: string, not: string) => {
    if (is !== undefined)
      found.push({ question, outcome: is ? question : 'no', words: `Measured: ${is ? words : not}` })
  }
  const above = (value: number | undefined, limit: number) =>
    value === undefined ? undefined : value >= limit
  const percent = (x: number | undefined) => `${Math.round(100 * (x ?? 0))} % of the notes`
  // A sound that stops is neither deep nor shallow: only its gap is measured.
  add('deep', above(f.depthDb, SPEAKS.deepDb), `strokes ${f.depthDb?.toFixed(0)} dB deep`, 'strokes light')
  add('long', above(f.gapMs, SPEAKS.longMs), `gaps of ${f.gapMs?.toFixed(0)} ms`, 'gaps short')
  add(
    'dips',
    above(f.dipCents, SPEAKS.dipCents),
    `pitch dips by ${f.dipCents?.toFixed(0)} cents`,
    'no dip of the pitch',
  )
  add('late', above(f.late, SPEAKS.share), `pitch late in ${percent(f.late)}`, 'pitch there at once')
  add('airy', above(f.airy, SPEAKS.share), `air before ${percent(f.airy)}`, 'no air before the tone')
  add('air-starts', above(f.byAir, SPEAKS.share), `${percent(f.byAir)} began with air`, 'all notes tongued')
  add(
    'dies',
    f.soundsShare === undefined ? undefined : f.soundsShare < SPEAKS.dies,
    `tones sound for ${Math.round(100 * (f.soundsShare ?? 0))} % of their time`,
    'tones last until the next stroke',
  )
  add(
    'uneven',
    f.unevenPercent === undefined ? undefined : !isEven(f.unevenPercent),
    `gaps spread by ${f.unevenPercent?.toFixed(0)} %; ${METER.evenPercent} is the limit`,
    'even',
  )
  add(
    'fast',
    above(f.rateHz, SPEAKS.fastHz),
    `${f.rateHz?.toFixed(1)} strokes a second`,
    `${f.rateHz?.toFixed(1)} strokes a second`,
  )
  add(
    'behind',
    f.rateHz === undefined || f.askedHz === undefined ? undefined : f.rateHz < SPEAKS.behind * f.askedHz,
    `${f.rateHz?.toFixed(1)} of ${f.askedHz?.toFixed(1)} strokes a second`,
    'with the pulse',
  )
  add(
    'thinner',
    above(f.moreAirDb, SPEAKS.moreAirDb),
    `${f.moreAirDb?.toFixed(0)} dB more air than slurred`,
    'as clear as slurred',
  )
  add(
    'sharp',
    above(f.higherCents, SPEAKS.higherCents),
    `${f.higherCents?.toFixed(0)} cents higher than slurred`,
    'as high as slurred',
  )
  add('cracks', above(f.cracked, SPEAKS.share), `${percent(f.cracked)} cracked`, 'nothing cracked')
  return found
}

/** What it most likely is, with one drill each. */
export interface TongueVerdict {
  beliefs: (Belief & { remedy: string; caution?: string })[]
  next: NextCheck | undefined
  /** Said when nothing that was measured or tapped is wrong. */
  fine: string | undefined
}

/** What is told of strokes, but is no fault. */
const NO_FAULT = ['fast']
/** So much must have been measured before nothing is said to be wrong (chosen by Halitus). */
const LEAST_MEASURED = 4

function fineWords(told: readonly Answer[], measured: readonly Answer[]): string | undefined {
  const wrong = [...told, ...measured].some((a) => a.outcome !== NO && !NO_FAULT.includes(a.question))
  if (wrong || measured.length < LEAST_MEASURED) return undefined
  const { words = '' } = measured.find((a) => a.question === 'fast') ?? {}
  return `Nothing is wrong with these strokes${words ? `: ${words.replace('Measured: ', '')}, all as it should be` : ''}. Go on, a little faster or on another note.`
}

/**
 * What is wrong with the tongue: measured numbers and what was seen, weighed together.
 * @param told answers to the instrument's own questions
 * @throws OutOfRange for a question or outcome that there isn't
 */
export function tongueVerdict(tongue: Tongue, told: readonly Answer[], facts: TongueFacts): TongueVerdict {
  const measured = measuredAnswers(facts)
  const answers = [...told, ...measured]
  const of = (id: string): Pick<TongueCause, 'remedy' | 'caution'> =>
    tongue.model.causes.find((c) => c.id === id) ?? {
      remedy: 'Slurred until it sounds; then one stroke at a time, with the same air.',
    }
  return {
    beliefs: believe(tongue.model, answers).map((b) => {
      const { remedy, caution } = of(b.cause)
      return { ...b, remedy, ...(caution && { caution }) }
    }),
    next: answers.length ? nextCheck(tongue.model, answers) : undefined,
    fine: fineWords(told, measured),
  }
}
