import { instrument } from '@halitus/core/instruments'
import { playPhrase, type Phrase } from '@halitus/core/player'
import { analyse, bendOf, type NoteReport } from '@halitus/core/sound'

const RATE = 32000

/** What is played: one thing of everything that a beginner does. */
export const TAKES: Readonly<Record<string, Phrase>> = {
  'a long tone with vibrato that rises': {
    instrument: 'clarinet',
    notes: [{ written: 'G4', lengthS: 3 }],
    manner: { wobble: { depthCents: 18, rateHz: 5 }, driftCents: 12, breathDb: -45 },
  },
  'a swell that sags, shaking': {
    instrument: 'oboe',
    notes: [{ written: 'A4', lengthS: 3.5, end: 'tapered' }],
    manner: {
      dynamics: 'swell',
      rangeDb: 14,
      sagCents: -20,
      tremor: { depthDb: 1.5, rateHz: 6 },
      breathDb: -50,
    },
  },
  'notes by air alone, one airy, one cracked': {
    instrument: 'flute',
    notes: [
      { written: 'B4', lengthS: 1, begins: 'breath', attack: { kind: 'airy', lengthMs: 150 }, gapS: 0.3 },
      {
        written: 'A4',
        lengthS: 1,
        begins: 'breath',
        attack: { kind: 'cracked', lengthMs: 90, ratio: 2 },
        gapS: 0.3,
      },
      { written: 'G4', lengthS: 0.9, begins: 'tongue', end: 'cut' },
    ],
    manner: { breathDb: -36, detuneCents: -14 },
  },
  'strokes on running air, one with a falling pitch, a finger late': {
    instrument: 'clarinet',
    notes: [
      { written: 'C4', lengthS: 0.6 },
      { written: 'C4', lengthS: 0.6, begins: 'stroke', stroke: { depthDb: 9, lengthMs: 60 } },
      { written: 'C4', lengthS: 0.6, begins: 'stroke', stroke: { depthDb: 9, lengthMs: 60, dipCents: 30 } },
      { written: 'D4', lengthS: 0.6, begins: 'slur', between: { written: 'E4', lengthMs: 60 } },
      {
        written: 'E4',
        lengthS: 0.6,
        begins: 'stroke',
        stroke: { depthDb: 14, lengthMs: 90 },
        end: 'released',
      },
    ],
    manner: { breathDb: -48 },
  },
  'a squeak, a slip, a gurgle and a hole in the tone': {
    instrument: 'alto-sax',
    notes: [
      {
        written: 'D5',
        lengthS: 1.5,
        happens: [{ kind: 'squeak', atS: 0.7, lengthS: 0.12, ratio: 2.7 }],
        gapS: 0.3,
      },
      { written: 'G4', lengthS: 1.5, happens: [{ kind: 'dropout', atS: 0.8, lengthS: 0.08 }], gapS: 0.3 },
      {
        written: 'D5',
        lengthS: 1.5,
        happens: [{ kind: 'gurgle', atS: 0.7, lengthS: 0.3, ratio: 0.5 }],
        gapS: 0.3,
      },
      { written: 'E5', lengthS: 1.2, happens: [{ kind: 'slip', atS: 0.8, lengthS: 0.4, ratio: 0.5 }] },
    ],
    manner: { breathDb: -45 },
  },
  'a quick scale, slurred, then tongued': {
    instrument: 'soprano-recorder',
    notes: ['C5', 'D5', 'E5', 'F5', 'E5', 'D5', 'C5', 'C5', 'C5', 'C5', 'C5'].map((written, k) => ({
      written,
      lengthS: 0.2,
      begins: k > 0 && k < 7 ? ('slur' as const) : ('tongue' as const),
      gapS: k < 6 ? 0 : 0.04,
    })),
    manner: { breathDb: -40 },
  },
  'a low tone that wanders and sags away': {
    instrument: 'bassoon',
    notes: [{ written: 'C3', lengthS: 3, attack: { kind: 'late', lengthMs: 120 }, end: 'sagging' }],
    manner: { wobble: { depthCents: 14, rateHz: 0.9 }, unsteadyCents: 5, dynamics: 'fade', breathDb: -44 },
  },
}

const of = (x: number | null, digits = 0) =>
  x === null ? '–' : x.toFixed(digits).replace(/^-(0(\.0+)?)$/, '$1')

function noteWords(n: NoteReport): string {
  const { start, end, wobble, waver, tremor, loudness } = n
  return [
    `${n.written} ${of(n.startS, 2)}–${of(n.endS, 2)} s ${of(n.hz, 1)} Hz ${of(n.cents, 1)} c`,
    `steady ${of(n.steadinessCents, 1)} drift ${of(n.driftCents, 1)} sag ${of(n.sagCents, 1)} range ${of(n.rangeDb, 1)} dB`,
    `noise ${of(n.hnrDb)} dB, colour ${of(n.brightness, 2)} ${of(n.oddEvenDb)}, sure ${of(n.confidence, 2)}`,
    `${n.swing}: ${of(wobble.depthCents, 1)} c at ${of(wobble.rateHz, 1)}, ${of(waver.depthCents, 1)} c at ${of(waver.rateHz, 1)}, ${of(tremor.depthDb, 1)} dB at ${of(tremor.rateHz, 1)}`,
    `begins ${start.kind} ${start.quality} rise ${of(start.riseMs)} off ${of(start.offsetCents)} c settled ${of(start.settledMs)}`,
    `ends ${end.quality} fall ${of(end.fallMs)} off ${of(end.offsetCents)} c`,
    `loudness ${JSON.stringify(loudness, (_, v: unknown) => (typeof v === 'number' ? Number(v.toFixed(1)) : v))}`,
  ].join('; ')
}

/** What is heard of a take, line by line, rounded as far as anybody would read it. */
export function heard(take: keyof typeof TAKES): string[] {
  const phrase = TAKES[take]!
  const { samples } = playPhrase({ seed: 7, leadS: 0.3, tailS: 0.3, ...phrase }, RATE)
  const inst = instrument(phrase.instrument)
  const { report, strokes, track } = analyse(samples, RATE, { transposition: inst.transposition })
  const span = (x: {
    startS: number
    endS: number
    fromHz?: number
    toHz?: number
    place?: string
    partial?: number
  }) =>
    `${of(x.startS, 2)}–${of(x.endS, 2)} s${x.fromHz ? ` ${of(x.fromHz)} to ${of(x.toHz ?? 0)} Hz` : ''}${x.place ? ` ${x.place}` : ''}${x.partial === undefined ? '' : ` partial ${x.partial}`}`
  const bend = bendOf(track.timeS, track.hz)
  return [
    ...report.notes.map(noteWords),
    ...report.squeaks.map((x) => `squeak ${span(x)}`),
    ...report.cracks.map((x) => `crack ${span(x)}`),
    ...report.slips.map((x) => `slip ${span(x)}`),
    ...report.gurgles.map((x) => `gurgle ${span(x)}`),
    ...report.dropouts.map((x) => `dropout ${span(x)}`),
    ...report.between.map(
      (b) => `between ${of(b.startS, 2)} s ${of(b.lengthMs)} ms ${b.written} ${of(b.cents)} c`,
    ),
    ...report.onsets.map(
      (o) =>
        `onset ${of(o.timeS, 2)} s ${o.kind}${o.dent ? ` ${of(o.dent.depthDb)} dB ${of(o.dent.widthMs)} ms` : ''}`,
    ),
    ...strokes.map(
      (s) => `stroke ${of(s.timeS, 2)} s ${of(s.depthDb)} dB ${of(s.widthMs)} ms ${of(s.dipCents)} c`,
    ),
    `tongue ${of(report.tongue.rateHz, 2)} Hz ${of(report.tongue.jitterMs)} ms`,
    ...report.doubts,
    ...(bend
      ? [`bend ${JSON.stringify(bend, (_, v: unknown) => (typeof v === 'number' ? Math.round(v) : v))}`]
      : []),
  ]
}
