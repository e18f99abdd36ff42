import { type EntryData, type EntryKind, type EntryRecord } from '@halitus/core/records'

/** A long tone as a test needs it. */
export const aTone = (more: Partial<EntryData['long-tone']> = {}): EntryData['long-tone'] => ({
  written: 'E4',
  targetS: 15,
  lengthS: 16,
  cents: 2.6,
  steadinessCents: 6,
  driftCents: 0,
  sagCents: -6,
  rangeDb: 6,
  hnrDb: 20,
  wobbleCents: null,
  wobbleHz: null,
  centsCurve: [0, 1],
  dbCurve: [-10, -10],
  ...more,
})

/** Data of every kind that is right on a clarinet. */
export const GOOD: { [K in EntryKind]: EntryData[K] } = {
  note: { text: 'x' },
  'breath-cycle': {
    inCounts: 2,
    holdCounts: 0,
    outCounts: 6,
    emptyCounts: 0,
    perMinute: 60,
    rounds: 4,
    well: true,
  },
  'breath-count': {
    written: 'E4',
    seconds: 14.2,
    clicks: 14,
    perMinute: 60,
    loudness: 'middling',
    ease: 'fair',
    aimClicks: 12,
  },
  exhale: { seconds: 11.4, aimS: 10 },
  phrases: {
    lengthsS: [8.2, 7.9],
    pausesS: [1.4],
    intakes: [{ lengthS: 0.6, aboveDb: 9 }],
  },
  'breath-watch': { seen: ['shoulders'] },
  dizzy: { during: 'in 2, out 6' },
  'first-minutes': {
    notes: [
      { written: 'G3', lengthS: 3, cents: 2, steadinessCents: 6, hnrDb: 18 },
      { written: 'C5', lengthS: 3, cents: -4, steadinessCents: 8, hnrDb: 17 },
    ],
  },
  'shaped-tone': {
    written: 'E4',
    shape: 'swell',
    counts: 4,
    perMinute: 60,
    lengthS: 8,
    cents: 3,
    along: 0.97,
    rangeDb: 12,
    turn: 0.5,
    steadinessCents: 6,
    wobbleCents: 3,
    centsPerDb: -0.6,
    centsPerDbOff: 0.2,
    centsCurve: [0, 1],
    dbCurve: [-10, -10],
  },
  interval: { drone: 'G4', written: 'B4', tuning: 'just', cents: -9, beatsHz: 4.1, lengthS: 5 },
  overtone: { fingered: 'E3', partial: 3, hits: 7, tries: 10, cents: 4 },
  'small-part': {
    part: 'mouthpiece',
    hz: 1040,
    offCents: -11,
    lengthS: 4.2,
    steadinessCents: 9,
    hnrDb: 18,
    aimS: 4,
    muted: false,
  },
  mouth: { answers: [{ question: 'choked', outcome: 'choked' }], cause: 'bite', helped: 'yes' },
  'both-ends': {
    end: 'mouthpiece',
    takes: [
      { place: 'little', hz: 525, lengthS: 3, steadinessCents: 12, hnrDb: 12, rangeDb: 3 },
      { place: 'middle', hz: 523, lengthS: 3, steadinessCents: 6, hnrDb: 18, rangeDb: 3 },
    ],
    chosen: 'middle',
  },
  setup: { stepId: 'reed-height', verdict: 'wrong', faultId: 'high' },
  'long-tone': aTone(),
  bend: { part: 'mouthpiece', hz: 1046.5, lowCents: -60, highCents: 20, aimCents: 50 },
  move: { from: 'A4', to: 'B4', clean: 3, tries: 8, late: 'R3' },
  gauge: { gaugeId: 'reed', values: [{ measure: 'height', value: 0 }] },
  tries: { part: 'mouthpiece', spoke: 8, tries: 10 },
  target: { goal: 'long-tone', about: 'E4', value: 20 },
}

let seq = 0
/** One entry after the other. */
export function entry<K extends EntryKind>(
  kind: K,
  data: EntryData[K],
  more: Partial<Omit<EntryRecord, 'kind' | 'data'>> = {},
): EntryRecord {
  seq++
  const stage =
    {
      setup: 'setup',
      gauge: 'setup',
      move: 'fingers',
      note: 'breath',
      'breath-cycle': 'breath',
      'breath-count': 'breath',
      exhale: 'breath',
      phrases: 'breath',
      'breath-watch': 'breath',
      dizzy: 'breath',
    }[kind as string] ?? 'sound'
  return {
    id: `e${seq}`,
    lessonId: 'l1',
    learnerId: 'a',
    instrument: 'clarinet',
    stage,
    kind,
    provenance: 'microphone',
    seq,
    at: '2026-03-13T18:00:00',
    data,
    ...more,
  } as EntryRecord
}
