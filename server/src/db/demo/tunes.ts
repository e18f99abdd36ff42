import type { StudioParts, TunePlayer, TuneRecord } from '@halitus/core/contract'
import type { InstrumentId } from '@halitus/core/instruments'
import { plusDays } from '@halitus/core/time'
import { inventTune, type Wanted } from '@halitus/core/tune'

interface Sheet {
  id: string
  title: string
  learner: string
  instrument: InstrumentId
  tempo: number
  seed: number
  wanted: Wanted
}

/** One tune a learner, within what they can reach. */
const SHEETS: readonly Sheet[] = [
  {
    id: 'tar-kettle-round',
    title: 'Tar Kettle Round',
    learner: 'ottoline-brask',
    instrument: 'clarinet',
    tempo: 72,
    seed: 5,
    wanted: { fifths: 2, low: 1, span: 7 },
  },
  {
    id: 'three-buoys',
    title: 'Three Buoys',
    learner: 'pim-askerud',
    instrument: 'flute',
    tempo: 66,
    seed: 12,
    wanted: { fifths: -1, low: 3, span: 6, bars: 8, eighths: 0.1 },
  },
  {
    id: 'net-menders-walk',
    title: 'Net Menders’ Walk',
    learner: 'leopold-quist',
    instrument: 'alto-sax',
    tempo: 88,
    seed: 23,
    wanted: { fifths: 1, low: 1, span: 7, eighths: 0.4 },
  },
  {
    id: 'rope-walk',
    title: 'Rope Walk',
    learner: 'wilhelmina-tarn',
    instrument: 'oboe',
    tempo: 72,
    seed: 31,
    wanted: { fifths: 1, low: 4, span: 6, beats: 3 },
  },
  {
    id: 'ballast-song',
    title: 'Ballast Song',
    learner: 'casimir-odell',
    instrument: 'bassoon',
    tempo: 76,
    seed: 40,
    wanted: { fifths: -1, low: -11, span: 7, bars: 8 },
  },
  {
    id: 'paper-kite',
    title: 'Paper Kite',
    learner: 'juniper-holm',
    instrument: 'soprano-recorder',
    tempo: 84,
    seed: 52,
    wanted: { fifths: 1, low: 4, span: 5, beats: 3, bars: 8 },
  },
  {
    id: 'long-valley',
    title: 'The Long Valley',
    learner: 'ruaridh-penhallow',
    instrument: 'chanter',
    tempo: 60,
    seed: 61,
    wanted: { fifths: 0, low: 4, span: 8, slurs: false },
  },
  {
    id: 'lantern-quay',
    title: 'Lantern Quay',
    learner: 'saskia-vell',
    instrument: 'clarinet',
    tempo: 96,
    seed: 77,
    wanted: { fifths: 1, low: 0, span: 11, eighths: 0.45 },
  },
]

/** Tunes that nobody wrote, one for each invented learner. */
export function inventTunes(now: string): Pick<StudioParts, 'tunes' | 'tunePlayers'> {
  const tunes = SHEETS.map(({ id, title, seed, wanted, tempo }, i): TuneRecord => {
    const text = inventTune(seed, title, wanted).replace('Q:1/4=72', `Q:1/4=${tempo}`)
    return {
      id,
      title,
      rights: 'Made for this studio; copy it as you like.',
      format: 'abc',
      tune: null,
      addedAt: plusDays(now, -20 - i),
      parts: [{ id: 'V1', name: 'Voice 1', ...summary(text) }],
      warnings: [],
      content: Buffer.from(text).toString('base64'),
    }
  })
  const tunePlayers = SHEETS.map(({ id, learner, instrument, tempo }): TunePlayer => ({
    tuneId: id,
    learnerId: learner,
    instrument,
    part: 'V1',
    as: 'written',
    octave: 0,
    tempo,
    wishes: [],
    overrulings: [],
  }))
  return { tunes, tunePlayers }
}

/** Bars and notes of a tune as the generator writes it: no ties, no graces. */
function summary(text: string): { measures: number; notes: number } {
  const music = text.split('\n').filter((line) => !/^[A-Z]:/.test(line))
  const bars = music
    .join(' ')
    .split('|')
    .filter((bar) => /[A-Ga-g]/.test(bar))
  return { measures: bars.length, notes: (bars.join(' ').match(/[A-Ga-g]/g) ?? []).length }
}
