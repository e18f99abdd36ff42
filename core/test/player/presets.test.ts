import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { perform, presetOn, PRESETS, presetsFor, type Expectation } from '@halitus/core/player'
import { analyse, longTone, type NoteReport, type SoundReport } from '@halitus/core/sound'

/** The player was built from these numbers; that the ear finds them again on every instrument is what is checked. */
const RATE = 32000
type Tone = NoteReport & { lengthS: number }

const NUMBERS: Record<
  Extract<Expectation, { number: string }>['number'],
  (r: SoundReport, tone: Tone | undefined) => number | null | undefined
> = {
  cents: (_, t) => t?.cents,
  drift: (_, t) => t?.driftCents,
  steadiness: (_, t) => t?.steadinessCents,
  noise: (_, t) => t?.hnrDb,
  wobble: (_, t) => t?.wobble.depthCents,
  wobbleRate: (_, t) => t?.wobble.rateHz,
  waver: (_, t) => t?.waver.depthCents,
  tremor: (_, t) => t?.tremor.depthDb,
  centsPerDb: (_, t) => t && Math.abs(t.loudness.centsPerDb ?? NaN),
  strokesPerSecond: (r) => r.tongue.rateHz,
  unevenness: (r) => r.tongue.jitterMs,
}
const COUNTS: Record<Extract<Expectation, { count: string }>['count'], (r: SoundReport) => number> = {
  notes: (r) => r.notes.length,
  squeaks: (r) => r.squeaks.length,
  cracks: (r) => r.cracks.length,
  gurgles: (r) => r.gurgles.length,
  dropouts: (r) => r.dropouts.length,
  slips: (r) => r.slips.length,
  between: (r) => r.between.length,
  dents: (r) => r.onsets.filter((o) => o.dent).length,
  deepDents: (r) => r.onsets.filter((o) => o.dent && o.dent.depthDb > 9).length,
  dips: (r) => r.onsets.filter((o) => o.dent && o.dent.dipCents > 12).length,
  doubts: (r) => r.doubts.length,
}
/** A note in the lower middle of each instrument. */
const NOTE: Record<string, string> = { chanter: 'C5', 'pipe-chanter': 'C5', bassoon: 'G2', flute: 'A4' }

/** What of an expectation isn't met, in words; undefined when all is. */
function unmet(e: Expectation, report: SoundReport): string | undefined {
  const tone = longTone(report)
  if ('start' in e)
    return tone?.start.quality === e.start ? undefined : `start is ${tone?.start.quality}, not ${e.start}`
  if ('end' in e) return tone?.end.quality === e.end ? undefined : `end is ${tone?.end.quality}, not ${e.end}`
  const [what, value] =
    'number' in e ? [e.number, NUMBERS[e.number](report, tone)] : [e.count, COUNTS[e.count](report)]
  return value != null && value >= e.from && value <= e.to
    ? undefined
    : `${what} is ${value}, not ${e.from} to ${e.to}`
}

describe('players one meets', () => {
  it('are two dozen and more, with names of their own, some on each instrument', () => {
    expect(PRESETS.length).toBeGreaterThanOrEqual(24)
    expect(new Set(PRESETS.map((p) => p.id)).size).toBe(PRESETS.length)
    expect(new Set(PRESETS.map((p) => p.name)).size).toBe(PRESETS.length)
    for (const inst of allInstruments()) expect(presetsFor(inst).length, inst.id).toBeGreaterThanOrEqual(24)
    expect(presetsFor(instrument('flute')).map((p) => p.id)).not.toContain('bites')
    expect(presetsFor(instrument('clarinet')).map((p) => p.id)).toContain('bites')
  })
  for (const inst of allInstruments())
    it(`sound on the ${inst.id} as the ear says they do`, () => {
      const failed: string[] = []
      for (const preset of presetsFor(inst)) {
        const written = NOTE[inst.id] ?? 'G4'
        const samples = perform(
          { ...presetOn(preset, inst), instrument: inst.id, written, lengthS: 4, seed: 11 },
          RATE,
        )
        const { report } = analyse(samples, RATE, {
          transposition: inst.transposition,
          askedHz: hzOfMidi(parseNote(written).midi + inst.transposition),
        })
        for (const e of preset.expects) {
          const why = unmet(e, report)
          if (why) failed.push(`${preset.id} on ${inst.id}: ${why}`)
        }
      }
      expect(failed).toEqual([])
    })
})
