import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { analyse, readWav } from '@halitus/core/sound'
import type { Row } from './lines.ts'
import { f1, noEvents, noFrames, perMinute, quantile, recall, scoreEvents, scoreFrames } from './score.ts'

/** What may stand in `tone.json` beside `tone.wav`. Everything but `notes` may be left out. */
interface TruthFile {
  notes: { startS: number; endS: number; hz: number }[]
  /** When the reed or jet starts again, s. */
  strokes?: number[]
  squeaks?: { startS: number }[]
}

/** Scores a folder of WAVE files with a truth file beside each; those without one are left out and counted. */
export function folderRows(folder: string): Row[] {
  const frames = noFrames()
  const strokes = noEvents()
  const squeaks = noEvents()
  let without = 0
  for (const name of readdirSync(folder).filter((f) => f.toLowerCase().endsWith('.wav'))) {
    const beside = join(folder, name.replace(/\.wav$/i, '.json'))
    if (!existsSync(beside)) {
      without++
      continue
    }
    const truth = JSON.parse(readFileSync(beside, 'utf8')) as TruthFile
    const { samples, sampleRate } = readWav(new Uint8Array(readFileSync(join(folder, name))))
    const seconds = samples.length / sampleRate
    const hz = new Float32Array(Math.ceil(1000 * seconds))
    for (const n of truth.notes) hz.fill(n.hz, Math.round(1000 * n.startS), Math.round(1000 * n.endS))
    const { report, track } = analyse(samples, sampleRate)
    scoreFrames(track.timeS, track.hz, hz, frames)
    if (truth.strokes)
      scoreEvents(
        truth.strokes,
        report.onsets.filter((o) => o.kind !== 'slurred').map((o) => o.timeS),
        0.05,
        seconds,
        strokes,
      )
    if (truth.squeaks)
      scoreEvents(
        truth.squeaks.map((s) => s.startS),
        report.squeaks.map((s) => s.startS),
        0.06,
        seconds,
        squeaks,
      )
  }
  const share = (part: number) => ((100 * part) / Math.max(1, frames.voiced)).toFixed(2)
  return [
    {
      what: `${folder}: frames (${without} files without a truth file left out)`,
      target: '',
      found: `${frames.voiced}: missed ${share(frames.missed)} %, wrong ${share(frames.wrong)} %, cents ${quantile(frames.cents, 0.5).toFixed(2)} / ${quantile(frames.cents, 0.95).toFixed(2)}`,
    },
    {
      what: `${folder}: strokes`,
      target: '',
      found: `F ${f1(strokes).toFixed(3)}, ${perMinute(strokes).toFixed(2)} false a minute`,
    },
    {
      what: `${folder}: squeaks`,
      target: '',
      found: `recall ${recall(squeaks).toFixed(3)}, ${perMinute(squeaks).toFixed(2)} false a minute`,
    },
  ]
}
