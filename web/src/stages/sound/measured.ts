import type { EntryData, SoundSource } from '@halitus/core/contract'
import { writtenNote, type Instrument } from '@halitus/core/instruments'
import { midiOfHz } from '@halitus/core/pitch'
import { STEADY_CENTS } from '@halitus/core/practice'
import type { NoteReport } from '@halitus/core/sound'
import { signed } from '../../shell/words.ts'
import type { Measurement } from '../../workers/index.ts'

type ToneEntry = EntryData['long-tone']
type Tone = NoteReport & { lengthS: number }

const KEPT_POINTS = 60
const round = (x: number) => Math.round(x * 10) / 10

/** As many evenly spaced values as are kept, from frames [from, to). */
function spaced(from: number, to: number, valueAt: (i: number) => number): number[] {
  const n = Math.min(KEPT_POINTS, Math.max(1, to - from))
  return Array.from({ length: n }, (_, k) => round(valueAt(from + Math.floor((k * (to - from)) / n))))
}

/** What of a measurement is kept with the lesson; a sentence when it can't be this instrument's note. */
export function entryOf(
  m: Measurement,
  inst: Instrument,
  targetS: number,
  source: SoundSource,
): ToneEntry | string {
  const tone = m.tone
  if (!tone) return 'No note heard.'
  try {
    writtenNote(inst, tone.written)
  } catch (error) {
    return `${error instanceof Error ? error.message : ''} Not kept.`
  }
  const from = m.timeS.findIndex((t) => t >= tone.startS)
  const to = m.timeS.findLastIndex((t) => t <= tone.endS) + 1
  const centre = midiOfHz(tone.hz)
  let lastCents = 0
  return {
    written: tone.written,
    targetS,
    lengthS: round(tone.lengthS),
    cents: round(tone.cents),
    steadinessCents: round(tone.steadinessCents),
    driftCents: round(tone.driftCents),
    sagCents: round(tone.sagCents),
    rangeDb: round(Math.max(0, tone.rangeDb)),
    hnrDb: round(tone.hnrDb),
    wobbleCents: tone.wobble.depthCents === null ? null : round(tone.wobble.depthCents),
    wobbleHz: tone.wobble.rateHz === null ? null : round(tone.wobble.rateHz),
    source,
    centsCurve: spaced(from, to, (i) => {
      const hz = m.hz[i]!
      if (hz > 0) lastCents = 100 * (midiOfHz(hz) - centre)
      return lastCents
    }),
    dbCurve: spaced(from, to, (i) => m.db[i]!),
  }
}

/** Enough points for a drawing, however long the recording was. */
export function thin(m: Measurement): {
  timeS: ArrayLike<number>
  hz: ArrayLike<number>
  db: ArrayLike<number>
  count: number
} {
  const from = m.tone
    ? Math.max(
        0,
        m.timeS.findIndex((t) => t >= m.tone!.startS - 0.05),
      )
    : 0
  const end = m.tone ? m.timeS.findLastIndex((t) => t <= m.tone!.endS + 0.3) + 1 : m.timeS.length
  const step = Math.max(1, Math.floor((end - from) / 3000))
  const pick = (x: ArrayLike<number>) =>
    Array.from({ length: Math.ceil((end - from) / step) }, (_, k) => x[from + k * step]!)
  const timeS = pick(m.timeS)
  return { timeS, hz: pick(m.hz), db: pick(m.db), count: timeS.length }
}

/** Below this range of loudness nothing can be said about pitch against loudness, dB. */
const TELLING_DB = 6

/** What a measurement means, in a sentence, and its numbers beside the ones before. */
export function verdictOf(tone: Tone, targetS: number, before: ToneEntry | undefined, observes: boolean) {
  const long = tone.lengthS >= targetS
  const steady = tone.steadinessCents <= STEADY_CENTS
  const was = (text: string | undefined) => (text === undefined ? '' : `before ${text}`)
  const facts = [
    ...(observes
      ? []
      : [
          {
            name: 'Length',
            value: tone.lengthS.toFixed(1),
            unit: 's',
            before: was(before?.lengthS.toFixed(1)),
          },
        ]),
    {
      name: 'Steadiness',
      value: tone.steadinessCents.toFixed(0),
      unit: 'cents',
      before: observes ? '' : was(before?.steadinessCents.toFixed(0)),
    },
    {
      name: 'Drift',
      value: signed(tone.driftCents),
      unit: 'cents',
      before: observes || !before ? '' : was(signed(before.driftCents)),
    },
    {
      name: 'Mean',
      value: signed(tone.cents),
      unit: 'cents',
      before: observes || !before ? '' : was(signed(before.cents)),
    },
    {
      name: 'Loud against soft',
      value: tone.rangeDb >= TELLING_DB ? signed(tone.sagCents) : '–',
      unit: tone.rangeDb >= TELLING_DB ? `cents in ${tone.rangeDb.toFixed(0)} dB` : 'level tone',
      before: '',
    },
  ]
  const sentence = observes
    ? steady
      ? 'A level tone. What did it feel like?'
      : `It moved by ${tone.steadinessCents.toFixed(0)} cents. Where did you notice it?`
    : long && steady
      ? `Held: ${tone.lengthS.toFixed(1)} of ${targetS} s, within ${tone.steadinessCents.toFixed(0)} cents.`
      : long
        ? `Long enough, ${tone.steadinessCents.toFixed(0)} cents unsteady; ${STEADY_CENTS} is the limit.`
        : `${tone.lengthS.toFixed(1)} of ${targetS} s${steady ? ', steady' : `, ${tone.steadinessCents.toFixed(0)} cents unsteady`}.`
  return { sentence, facts }
}
