import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { notesBetween } from '@halitus/core/crossings'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'
import { seeded } from '@halitus/core/player'
import { analyse } from '@halitus/core/sound'
import {
  engravedXml,
  inventTune,
  judgePlayed,
  lineOf,
  midiOf,
  movedTo,
  planBreaths,
  quarters,
  readTune,
  type Part,
  type Played,
  type Score,
} from '@halitus/core/tune'
// What a plan costs is the folder's own affair; here every choice is tried.
import { costOf, stageOf } from '../../core/src/tune/breaths.ts'
import type { Row } from './lines.ts'
import { RATE } from './material.ts'
import { BANKS, isSampled, piece } from './sampled.ts'
import { takeOf } from './tune-takes.ts'

const read = (text: string) => readTune(new TextEncoder().encode(text)).score
const first = (text: string): Part => read(text).parts[0]!
const invented = (seed: number, low = seed % 4): string =>
  inventTune(seed, `Tune ${seed}`, {
    bars: [16, 24, 32][seed % 3]!,
    beats: ([2, 3, 4] as const)[seed % 3]!,
    eighths: [0.1, 0.3, 0.5][seed % 3]!,
    fifths: (seed % 7) - 3,
    low,
  })
const percent = (part: number, whole: number) => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`

/** Every choice of places of short pieces tried against the plan. */
function plans(seed: number): Row {
  let [tried, same] = [0, 0]
  for (let s = seed; s < seed + 150; s++)
    for (const capacityS of [1.5, 3, 5, 9]) {
      const text = inventTune(s, 'x', { bars: 4, beats: 3, eighths: 0.4 })
      const part = first(text.split('\n').slice(0, 7).join('\n'))
      const line = lineOf(part)
      const stage = stageOf(part, line, 72)
      const places = stage.notes.map((_, i) => i).filter((i) => i && !stage.refilled[i])
      if (places.length > 13) continue
      let least = Infinity
      for (let mask = 0; mask < 1 << places.length; mask++)
        least = Math.min(
          least,
          costOf(stage, new Set(places.filter((_, bit) => (mask >> bit) & 1)), capacityS),
        )
      tried++
      if (Math.abs(planBreaths(part, line, 72, capacityS)[0]!.cost - least) < 1e-9) same++
    }
  return {
    what: `breath plan against trying all plans, ${tried} short pieces`,
    target: 'the same cost, always',
    found: `the same in ${same}`,
    met: same === tried,
  }
}

interface Told {
  all: number
  right: number
  good: number
  blamed: number
}
const rowOf = (what: string, { all, right, good, blamed }: Told, least: number): Row => ({
  what: `${what}, ${all} notes`,
  target: least < 97 ? `${least} % right` : `${least} % right, at most 1 % of good notes blamed`,
  found: `${percent(right, all)} right, ${percent(blamed, good)} of good notes blamed`,
  met: right / all >= least / 100 && (least < 97 || blamed / good <= 0.01),
})
function count(told: Told, part: Part, take: { played: Played[]; told: string[] }, heard: readonly Played[]) {
  judgePlayed(part, heard, 72).notes.forEach(({ verdict }, i) => {
    told.all++
    if (verdict === take.told[i]) told.right++
    if (take.told[i] !== 'right') return
    told.good++
    if (verdict !== 'right') told.blamed++
  })
}

/** Takes as lists of notes, with everything that players do. */
function takes(seed: number): Row {
  const told = { all: 0, right: 0, good: 0, blamed: 0 }
  for (let s = seed; s < seed + 120; s++) {
    const part = first(invented(s))
    const take = takeOf(part, 7 * s + 1, 72)
    count(told, part, take, take.played)
  }
  return rowOf(
    'judged notes of simulated takes: other, missing, repeated, skipped, tempo 0.7 to 1.3',
    told,
    97,
  )
}

/** The same takes sounded by sampled instruments and heard by the ear. */
function heard(seed: number): Row {
  const told = { all: 0, right: 0, good: 0, blamed: 0 }
  const ids: InstrumentId[] = ['flute', 'clarinet', 'alto-sax', 'oboe', 'bassoon', 'alto-recorder']
  ids.filter(isSampled).forEach((id, k) => {
    for (const bank of BANKS) {
      const inst = instrument(id)
      const low = parseNote(inst.teaching.firstNotes.at(-1)!)
      const steps = 'CDEFGAB'.indexOf(low.letter) + 7 * (low.octave - 4)
      const part = movedTo(first(invented(seed + k, steps)), { instrument: id, as: 'written', octave: 0 })
      const take = takeOf(part, 7 * (seed + k) + 3, 72)
      const notes = take.played.map((n, i) => ({
        midi: Math.round(n.midi),
        startS: n.onsetS,
        endS: Math.min(n.onsetS + n.durationS, (take.played[i + 1]?.onsetS ?? Infinity) - 0.02),
      }))
      const { samples } = piece(bank, id, 'tune', notes)
      const { report, track } = analyse(samples, RATE, { transposition: inst.transposition, a4Hz: 440 })
      const midi = (hz: number) => 69 + 12 * Math.log2(hz / 440)
      const own = report.notes.map((n) => ({
        onsetS: n.startS,
        durationS: n.endS - n.startS,
        midi: midi(n.hz),
      }))
      const short = notesBetween(track, report.notes, 440).map((n) => ({
        onsetS: n.startS,
        durationS: n.endS - n.startS,
        midi: n.midi,
      }))
      count(
        told,
        part,
        take,
        [...own, ...short].sort((a, b) => a.onsetS - b.onsetS),
      )
    }
  })
  return rowOf('the same through the ear, sampled tones, six instruments on two banks', told, 95)
}

/** Notes as they are played: when, which; ties joined. */
function sounding(score: Score): string[] {
  return score.parts.flatMap((part) => {
    let at = 0
    return part.order.flatMap((m) => {
      const bar = part.bars[m]!
      const from = at - quarters(bar.start)
      at += quarters(bar.length)
      return bar.heads
        .filter((h) => !h.grace && !h.tied)
        .map((h) => `${Math.round(24 * (from + quarters(h.onset)))} ${h.midi}`)
    })
  })
}
const alike = (a: readonly string[], b: readonly string[]) => {
  const left = new Map<string, number>()
  for (const k of a) left.set(k, (left.get(k) ?? 0) + 1)
  let same = 0
  for (const k of b) {
    const n = left.get(k) ?? 0
    if (n) same++
    left.set(k, n - 1)
  }
  return { same, all: Math.max(a.length, b.length) }
}

/** ABC as Debian’s abc2midi reads it: another program, whose MIDI is read back. */
function abcByAnother(seed: number): Row[] {
  if (!existsSync('/usr/bin/abc2midi') && existsSync('/usr/bin/apt-get') && process.getuid?.() === 0)
    spawnSync('apt-get', ['-qq', 'install', '-y', '--no-install-recommends', 'abcmidi'], { stdio: 'ignore' })
  if (!existsSync('/usr/bin/abc2midi')) return []
  const folder = mkdtempSync(join(tmpdir(), 'halitus-'))
  const random = seeded(seed)
  let [same, all, files] = [0, 0, 0]
  try {
    for (let s = seed; s < seed + 100; s++) {
      // Repeats, endings, triplets and broken rhythm, which the generator doesn't write.
      const text = invented(s)
        .replace(/ \| /, ' :| ')
        .replace(/([A-Ga-g])2 ([A-Ga-g])2/g, (found, a: string, b: string) =>
          random.chance(0.2) ? `${a}2>${b}2` : random.chance(0.1) ? `(3${a}${b}${a} ${b}2` : found,
        )
      const [abc, mid] = [join(folder, `${s}.abc`), join(folder, `${s}.mid`)]
      writeFileSync(abc, text)
      spawnSync('abc2midi', [abc, '1', '-o', mid, '-quiet'], { stdio: 'ignore' })
      const found = alike(sounding(readTune(new Uint8Array(readFileSync(mid))).score), sounding(read(text)))
      same += found.same
      all += found.all
      files++
    }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
  return [
    {
      what: `ABC as abc2midi (Debian) reads it: pitches and onsets in the order of playing, ${files} files, ${all} notes`,
      target: '95 %',
      found: percent(same, all),
      met: same / all >= 0.95,
    },
  ]
}

/** Written as MusicXML and as MIDI, and read back. */
function thereAndBack(seed: number): Row {
  let [same, all] = [0, 0]
  for (let s = seed; s < seed + 100; s++) {
    const part = movedTo(first(invented(s)), { instrument: 'flute', as: 'written', octave: 0 })
    const own = sounding({ title: '', parts: [part], warnings: [] })
    for (const again of [
      readTune(new TextEncoder().encode(engravedXml(part, { clef: 'treble' }))).score,
      readTune(midiOf(part)).score,
    ]) {
      const found = alike(own, sounding(again))
      same += found.same
      all += found.all
    }
  }
  return {
    what: `written as MusicXML and as MIDI, read back: pitches and onsets, ${all} notes`,
    target: 'all',
    found: percent(same, all),
    met: same === all,
  }
}

/** Tunes: read, breathed, judged. @param sampledToo whether the sampled banks are here */
export const tunes = (seed: number, sampledToo: boolean): Row[] => [
  ...abcByAnother(seed),
  thereAndBack(seed),
  plans(seed),
  takes(seed),
  ...(sampledToo ? [heard(seed)] : []),
]
