import { PitchDetector } from 'pitchy'
import { instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { seeded } from '@halitus/core/player'
import { trackPitch } from '@halitus/core/sound'
import type { Row } from './lines.ts'
import { RATE } from './material.ts'
import { BANKS, OTHER_BANK, OTHER_IDS, piece, SAMPLED_IDS, type Played } from './sampled.ts'

/** A frame is right within so many cents of the note that was asked of the bank: samples are out of tune themselves. */
const RIGHT_CENTS = 60
/** Beginnings and ends are left out, s. */
const EDGE_S = 0.15
/** The plain library's window and the clarity from which its answer counts (its own usual values). */
const WINDOW = 2048
const CLEAR = 0.5

/**
 * Held sampled tones under white noise as loud as they are: frames without a pitch or with another one, beside the
 * general-purpose library on the same frames.
 */
export function airyOthers(seed: number): Row[] {
  const random = seeded(seed)
  const banks = [...BANKS.map((bank) => [bank, SAMPLED_IDS] as const), [OTHER_BANK, OTHER_IDS] as const]
  const plain = PitchDetector.forFloat32Array(WINDOW)
  let [frames, off, theirs] = [0, 0, 0]
  for (const [bank, ids] of banks)
    for (const id of ids) {
      const inst = instrument(id)
      const [low, high] = inst.range.beginner.map((n) => parseNote(n).midi + inst.transposition) as [
        number,
        number,
      ]
      const notes = [0, 1, 2].map((i): Played => {
        const startS = 0.5 + 2.2 * i
        return { midi: Math.round(random.between(low, high)), startS, endS: startS + 1.8 }
      })
      const samples = piece(bank, id, 'airy', notes).samples.slice()
      const sounding = notes.reduce((s, n) => s + n.endS - n.startS, 0) * RATE
      const rms = Math.sqrt(samples.reduce((s, v) => s + v * v, 0) / sounding)
      for (let i = 0; i < samples.length; i++) samples[i] = samples[i]! + rms * random.normal()
      const track = trackPitch(samples, RATE)
      for (const n of notes)
        track.timeS.forEach((t, i) => {
          if (t < n.startS + EDGE_S || t > n.endS - EDGE_S) return
          const wrong = (hz: number) =>
            !(hz > 0) || Math.abs(1200 * Math.log2(hz / hzOfMidi(n.midi, 440))) > RIGHT_CENTS
          frames++
          if (wrong(track.hz[i]!)) off++
          const at = Math.round(t * RATE) - WINDOW / 2
          const [hz, clarity] = plain.findPitch(samples.subarray(at, at + WINDOW), RATE)
          if (wrong(clarity > CLEAR ? hz : 0)) theirs++
        })
    }
  const share = (n: number) => `${((100 * n) / frames).toFixed(1)} %`
  return [
    {
      what: `sampled tones under white noise as loud as they are: frames wrong or missed, of ${frames}; the library’s`,
      target: '3 %',
      found: `${share(off)}; ${share(theirs)}`,
      met: off / frames <= 0.03,
    },
  ]
}
