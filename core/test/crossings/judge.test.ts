import { describe, expect, it } from 'vitest'
import { CROSSING, crossingWords, judgeCrossings } from '@halitus/core/crossings'
import { fingerSystem, instrument, standardFingering } from '@halitus/core/instruments'
import { playPhrase, type Manner, type PhraseNote } from '@halitus/core/player'
import { parseNote, prettyNote } from '@halitus/core/pitch'
import { analyse } from '@halitus/core/sound'

const RATE = 24000
/** A move there and back three times, slurred; `more` changes single notes of it. */
function hear(
  id: string,
  from: string,
  to: string,
  more: Record<number, Partial<PhraseNote>> = {},
  manner: Manner = {},
) {
  const inst = instrument(id)
  const notes = Array.from({ length: 7 }, (_, n): PhraseNote => ({
    written: n % 2 ? to : from,
    lengthS: 0.4,
    begins: n ? 'slur' : 'breath',
    ...more[n],
  }))
  const { samples, truth } = playPhrase(
    { instrument: id, notes, seed: 5, manner: { unsteadyCents: 4, breathDb: -40, ...manner } },
    RATE,
  )
  const found = judgeCrossings(
    samples,
    RATE,
    analyse(samples, RATE, { transposition: inst.transposition }),
    fingerSystem(inst),
    standardFingering(inst, from),
    standardFingering(inst, to),
    { transposition: inst.transposition },
  )
  return { found, truth, verdicts: found.map((c) => c.verdict).join(' ') }
}
const CLEAN = 'clean clean clean clean clean clean'

describe('a move back and forth', () => {
  it.each([
    ['flute', 'G4', 'A4'],
    ['clarinet', 'A4', 'B4'],
    ['alto-sax', 'C5', 'D5'],
    ['oboe', 'E4', 'F4'],
    ['bassoon', 'F3', 'G3'],
    ['soprano-recorder', 'C5', 'D5'],
    ['chanter', 'D5', 'E5'],
  ])('is clean on the %s from %s to %s', (id, from, to) => {
    const { found, truth, verdicts } = hear(id, from, to)
    expect(verdicts).toBe(CLEAN)
    expect(found.map((c) => `${c.from} ${c.to}`)).toEqual(
      Array.from({ length: 6 }, (_, i) => (i % 2 ? `${to} ${from}` : `${from} ${to}`)),
    )
    found.forEach((c, i) => expect(Math.abs(c.timeS - truth.notes[i + 1]!.startS)).toBeLessThan(0.03))
  })
  it('names the finger by the note between', () => {
    // Saxophone A4 to F4: ring finger and right index press. With the ring finger late the right hand sounds nothing new:
    // A with the index down is B flat's one and one only without the middle finger.
    const { found } = hear('alto-sax', 'A4', 'F4', { 1: { between: { written: 'G4', lengthMs: 70 } } })
    expect(found[0]).toMatchObject({
      verdict: 'between',
      between: { written: 'G4', late: ['R1'], early: ['L3'] },
    })
    expect(Math.abs(found[0]!.between!.lengthMs - 70)).toBeLessThan(10)
    expect(found.slice(1).every((c) => c.verdict === 'clean')).toBe(true)
    const system = fingerSystem(instrument('alto-sax'))
    expect(crossingWords(system, found[0]!)).toMatch(/^Right index late: G4 sounds before F4 \(\d+ ms\)\.$/)
    expect(crossingWords(system, found[1]!)).toBe('Clean.')
  })
  it('on the way back the finger that should have moved is late', () => {
    const { found } = hear('alto-sax', 'A4', 'F4', { 2: { between: { written: 'G4', lengthMs: 70 } } })
    expect(found[1]).toMatchObject({ from: 'F4', to: 'A4', between: { late: ['L3'], early: ['R1'] } })
  })
  it.each([
    [11, 'clean'],
    [22, 'between'],
  ])('%i ms between are %s', (lengthMs, verdict) =>
    expect(hear('oboe', 'A4', 'F4', { 1: { between: { written: 'G4', lengthMs } } }).found[0]!.verdict).toBe(
      verdict,
    ),
  )
  // A plain tone at five times a note's frequency repeats whenever the note does: who follows pitches hears the note.
  it.each([
    ['flute', 'G4', 'A4'],
    ['clarinet', 'F#3', 'C4'],
    ['alto-sax', 'E5', 'Eb5'],
    ['oboe', 'E4', 'F#4'],
    ['bassoon', 'B2', 'F3'],
    ['soprano-recorder', 'C5', 'E5'],
    ['chanter', 'A4', 'D5'],
  ])('hears a squeak of 50 ms between, on a partial and off, on the %s from %s to %s', (id, from, to) => {
    for (const ratio of [5, 4.6]) {
      const squeak: PhraseNote['attack'] = { kind: 'squeak', lengthMs: 50, ratio }
      expect(hear(id, from, to, { 1: { attack: squeak } }).verdicts).toBe(CLEAN.replace('clean', 'squeak'))
    }
  })
  it.each([
    ['flute', 'G4', 'F4', 'F5'],
    ['oboe', 'E4', 'F4', 'F5'],
    ['bassoon', 'F2', 'G2', 'G3'],
    ['clarinet', 'G3', 'A3', 'E5'],
  ])('tells a register above for 60 ms from a squeak on the %s from %s to %s', (id, from, to, over) =>
    expect(hear(id, from, to, { 1: { between: { written: over, lengthMs: 60 } } }).verdicts).toBe(
      CLEAN.replace('clean', 'register'),
    ),
  )
  it('hears a missed register', () => {
    const { found } = hear('alto-sax', 'A4', 'B4', {
      3: { happens: [{ kind: 'slip', atS: 0, lengthS: 0.4, ratio: 2 }] },
    })
    expect(found.some((c) => c.verdict === 'register')).toBe(true)
    expect(
      crossingWords(
        fingerSystem(instrument('alto-sax')),
        found.find((c) => c.verdict === 'register')!,
      ),
    ).toContain('register was missed')
  })
  it.each([
    ['oboe', 'G5', 'A5', 'A4', ['L1:oct2']],
    ['bassoon', 'G3', 'A3', 'A2', ['LT:whisper', 'LT:A']],
    ['soprano-recorder', 'D5', 'E5', 'E4', ['LT:half']],
    ['clarinet', 'A4', 'B4', 'E3', ['LT:reg']],
  ])('names the vent when the %s from %s to %s falls to %s', (id, from, to, sounds, late) => {
    const fall = parseNote(sounds).midi - parseNote(to).midi
    const { found } = hear(id, from, to, {
      3: { happens: [{ kind: 'slip', atS: 0, lengthS: 0.12, ratio: 2 ** (fall / 12) }] },
    })
    const [missed, ...more] = found.filter((c) => c.verdict !== 'clean')
    expect(more).toEqual([])
    expect(missed).toMatchObject({ verdict: 'register', vent: { written: sounds, late, early: [] } })
    const said = crossingWords(fingerSystem(instrument(id)), missed!)
    expect(said).toMatch(/ late/)
    expect(said).toContain(prettyNote(sounds))
  })
  it('names no vent where none moves', () => {
    const { found } = hear('alto-sax', 'G5', 'A5', {
      3: { happens: [{ kind: 'slip', atS: 0, lengthS: 0.12, ratio: 0.5 }] },
    })
    const missed = found.filter((c) => c.verdict === 'register')
    expect(missed).toHaveLength(1)
    expect(missed[0]!.vent).toBeUndefined()
    expect(crossingWords(fingerSystem(instrument('alto-sax')), missed[0]!)).toBe(
      'The register was missed: the fingers were there, the air or the vent wasn’t.',
    )
  })
  it('at the learner’s own tuning, and tongued', () => {
    expect(hear('clarinet', 'E4', 'C4', {}, { detuneCents: 35 }).verdicts).toBe(CLEAN)
    const tongued = Object.fromEntries([1, 2, 3, 4, 5, 6].map((n) => [n, { begins: 'tongue' as const }]))
    expect(hear('clarinet', 'E4', 'C4', tongued).verdicts).toBe(CLEAN)
  })
  it('of silence, of another note or of one long tone is none', () => {
    const inst = instrument('flute')
    const judge = (samples: Float32Array) =>
      judgeCrossings(
        samples,
        RATE,
        analyse(samples, RATE),
        fingerSystem(inst),
        standardFingering(inst, 'G4'),
        standardFingering(inst, 'A4'),
      )
    expect(judge(new Float32Array(RATE))).toEqual([])
    const tone = (written: string) =>
      playPhrase({ instrument: 'flute', notes: [{ written, lengthS: 2 }], seed: 1 }, RATE).samples
    expect(judge(tone('G4'))).toEqual([])
    expect(judge(tone('D4'))).toEqual([])
  })
  it('keeps its bounds', () => expect(CROSSING).toMatchObject({ leastMs: 15, mostMs: 320, otherMs: 45 }))
})
