import type { EntryData } from '@halitus/core/contract'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { judgeTone, TELLING_DB, toneWords } from '@halitus/core/records'
import { signed } from '@/base/words.ts'
import type { Ear, Measurement } from '@/workers/index.ts'

type ToneEntry = EntryData['long-tone']

const BEGAN = { tongued: 'tongued', air: 'by air', slurred: 'slurred' } as const
const STARTS = {
  clean: 'clean',
  airy: 'air first',
  late: 'late in pitch',
  cracked: 'cracked',
  squeak: 'squeak first',
} as const
const MOVES = {
  steady: 'steady',
  vibrato: 'like vibrato',
  shake: 'shakes',
  waver: 'wavers',
  tremor: 'loudness trembles',
} as const
const ENDS = { stopped: 'stopped', tapered: 'let fade', cut: 'cut off', sagging: 'sags' } as const

/** What the ear says of how a tone went, for tones that were kept with it. */
function manner(tone: ToneEntry) {
  if (!tone.startIs || !tone.endIs) return []
  const late = tone.startIs !== 'clean' && tone.settledMs ? `${Math.round(tone.settledMs / 10) * 10} ms` : ''
  const unit = tone.swing === 'tremor' ? 'dB' : 'cents'
  const often = tone.swingHz ? `, ${tone.swingHz.toFixed(1)}/s` : ''
  const depth = tone.swing && tone.swing !== 'steady' && tone.swingDepth != null
  return [
    {
      name: 'Start',
      value: tone.startIs === 'clean' && tone.began ? BEGAN[tone.began] : STARTS[tone.startIs],
      unit: late,
      before: '',
    },
    { name: 'End', value: ENDS[tone.endIs], unit: '', before: '' },
    {
      name: 'Movement',
      value: tone.swing == null ? '–' : MOVES[tone.swing],
      unit:
        tone.swing == null
          ? 'too short to tell'
          : depth
            ? `${Math.round(tone.swingDepth!)} ${unit}${often}`
            : '',
      before: '',
    },
    { name: 'Tone over noise', value: tone.hnrDb.toFixed(0), unit: 'dB', before: '' },
  ]
}

/** Pitch against loudness: with its interval where the ear gave one. */
function againstLoudness(tone: ToneEntry) {
  const { centsPerDb, centsPerDbOff } = tone
  if (centsPerDb != null && centsPerDbOff != null) {
    const sign = centsPerDb > 0 ? '+' : centsPerDb < 0 ? '−' : ''
    return {
      name: 'Cents for each dB louder',
      value: `${sign}${Math.abs(centsPerDb).toFixed(1)}`,
      unit: `± ${centsPerDbOff.toFixed(1)}`,
      before: '',
    }
  }
  const telling = tone.rangeDb >= TELLING_DB
  return {
    name: 'Loud against soft',
    value: telling ? signed(tone.sagCents) : '–',
    unit: telling ? `cents in ${tone.rangeDb.toFixed(0)} dB` : 'level tone',
    before: '',
  }
}

const HALF_WINDOW_S = 0.02

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
  // Half a window lies in silence at both ends: no value is shown there.
  const told = ({ startS, endS }: { startS: number; endS: number }, t: number) =>
    t < startS - HALF_WINDOW_S ||
    (t > startS + HALF_WINDOW_S && t < endS - HALF_WINDOW_S) ||
    t > endS + HALF_WINDOW_S
  const hz = pick(m.hz).map((v, i) => (m.tone && !told(m.tone, timeS[i]!) ? 0 : v))
  return { timeS, hz, db: pick(m.db), count: timeS.length }
}

/** The thread of a tone that was kept, for looking at again. */
export function keptCurves(tone: ToneEntry, ear: Ear) {
  const { centsCurve, dbCurve, lengthS } = tone
  const n = centsCurve.length
  const midi = parseNote(tone.written).midi + ear.transposition + tone.cents / 100
  return {
    timeS: centsCurve.map((_, i) => (n > 1 ? (i / (n - 1)) * lengthS : 0)),
    hz: centsCurve.map((cents) => hzOfMidi(midi + cents / 100, ear.a4Hz)),
    db: dbCurve as ArrayLike<number>,
    count: n,
  }
}

/** What a tone means, in a sentence, and its numbers beside the ones before on the same note: judged as on the ladder. */
export function verdictOf(tone: ToneEntry, before: ToneEntry | undefined, observes: boolean) {
  const { lengthS, steadinessCents, fault } = judgeTone(tone)
  const was = before && !observes ? judgeTone(before) : undefined
  const says = (text: string | undefined) => (text === undefined ? '' : `before ${text}`)
  const facts = [
    ...(observes
      ? []
      : [{ name: 'Length', value: lengthS.toFixed(1), unit: 's', before: says(was?.lengthS.toFixed(1)) }]),
    {
      name: 'Steadiness',
      value: String(steadinessCents),
      unit: 'cents',
      before: says(was && String(was.steadinessCents)),
    },
    {
      name: 'Drift',
      value: signed(tone.driftCents),
      unit: 'cents',
      before: says(was && signed(before!.driftCents)),
    },
    { name: 'Mean', value: signed(tone.cents), unit: 'cents', before: says(was && signed(before!.cents)) },
    againstLoudness(tone),
    ...manner(tone),
  ]
  const sentence = observes
    ? fault
      ? `Where did you notice that ${fault.words.split(';')[0]}?`
      : 'A level tone. What did it feel like?'
    : toneWords(tone)
  return { sentence, facts }
}

/** What was heard until now, as curves: Hz and dB at moments, s. */
export function heardSoFar(frames: readonly { timeS: number; hz: number; db: number }[], count: number) {
  const f = frames.slice(0, count)
  return { timeS: f.map((x) => x.timeS), hz: f.map((x) => x.hz), db: f.map((x) => x.db), count: f.length }
}
