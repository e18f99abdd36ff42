import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { median, readWav, trackPitch } from '@halitus/core/sound'
import { writeMidi, type MidiEvent } from 'midi-file'
import { YIN } from 'pitchfinder'
import { RATE, spread, type Piece } from './material.ts'

/** General MIDI programs (from zero) that stand for our instruments. */
const PROGRAMS: Record<string, number> = {
  flute: 73,
  clarinet: 71,
  'soprano-sax': 64,
  'alto-sax': 65,
  'tenor-sax': 66,
  'baritone-sax': 67,
  oboe: 68,
  bassoon: 70,
  'alto-recorder': 74,
}
export const BANKS = ['/usr/share/sounds/sf2/FluidR3_GM.sf2', '/usr/share/sounds/sf2/TimGM6mb.sf2'] as const
/** A bank that nothing was tuned on; what of it isn't the same as in the others: `OTHER_IDS`. */
export const OTHER_BANK = '/usr/share/sounds/sf2/sf_GMbank.sf2'
export const OTHER_IDS = ['flute', 'oboe', 'soprano-sax', 'baritone-sax'] as const
/** The speech synthesiser is for what must not be taken for a note. */
const PACKAGES = ['fluidsynth', 'fluid-soundfont-gm', 'timgm6mb-soundfont', 'csound-soundfont', 'espeak-ng']

/** Installs the sampler and two banks from Debian where that is possible. @returns why not, or undefined */
export function prepareSampler(): string | undefined {
  const there = () =>
    ['/usr/bin/fluidsynth', '/usr/bin/espeak-ng', ...BANKS, OTHER_BANK].every((file) => existsSync(file))
  if (there()) return undefined
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get'))
    return `${PACKAGES.join(', ')} are missing and can’t be installed here (Debian and root are needed).`
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  spawnSync('apt-get', ['-qq', 'update'], { env, stdio: 'ignore' })
  spawnSync('apt-get', ['-qq', 'install', '-y', '--no-install-recommends', ...PACKAGES], {
    env,
    stdio: 'ignore',
  })
  return there() ? undefined : `${PACKAGES.join(', ')} could not be installed.`
}

export interface Played {
  /** Concert. */
  midi: number
  startS: number
  endS: number
  /** 1 to 127. */
  velocity?: number
}

const TICKS_A_SECOND = 960

function midiFile(program: number, notes: readonly Played[]): Uint8Array {
  const moments = notes
    .flatMap((n) => [
      {
        at: Math.round(n.startS * TICKS_A_SECOND),
        type: 'noteOn' as const,
        midi: n.midi,
        velocity: n.velocity ?? 96,
      },
      { at: Math.round(n.endS * TICKS_A_SECOND), type: 'noteOff' as const, midi: n.midi, velocity: 0 },
    ])
    .sort((a, b) => a.at - b.at || (a.type === 'noteOff' ? -1 : 1))
  let tick = 0
  const events: MidiEvent[] = [
    { deltaTime: 0, type: 'setTempo', microsecondsPerBeat: 500000, meta: true },
    { deltaTime: 0, type: 'programChange', channel: 0, programNumber: program },
    ...moments.map((m): MidiEvent => {
      const deltaTime = m.at - tick
      tick = m.at
      return {
        deltaTime,
        type: m.type,
        channel: 0,
        noteNumber: m.midi,
        velocity: m.velocity,
      }
    }),
    { deltaTime: TICKS_A_SECOND, type: 'endOfTrack', meta: true },
  ]
  return Uint8Array.from(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: TICKS_A_SECOND / 2 }, tracks: [events] }),
  )
}

function render(bank: string, program: number, notes: readonly Played[]): Float32Array {
  const folder = mkdtempSync(join(tmpdir(), 'halitus-'))
  try {
    const mid = join(folder, 'a.mid')
    const wav = join(folder, 'a.wav')
    writeFileSync(mid, midiFile(program, notes))
    spawnSync(
      'fluidsynth',
      ['-ni', '-R', '0', '-C', '0', '-g', '0.7', '-r', String(RATE), '-F', wav, bank, mid],
      { stdio: 'ignore' },
    )
    return readWav(new Uint8Array(readFileSync(wav))).samples
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

export interface SampledPiece extends Piece {
  bank: string
  notes: Played[]
}

/** Notes as an instrument of a bank sounds them, without a room. */
export function piece(bank: string, id: string, what: string, notes: Played[]): SampledPiece {
  const samples = render(bank, PROGRAMS[id]!, notes)
  const hz = new Float32Array(Math.ceil((1000 * samples.length) / RATE))
  for (const n of notes)
    hz.fill(440 * 2 ** ((n.midi - 69) / 12), Math.round(1000 * n.startS), Math.round(1000 * n.endS))
  return {
    name: `${basename(bank, '.sf2')} ${id} ${what}`,
    samples,
    sampleRate: RATE,
    truth: { hz },
    notes,
    bank,
  }
}

const line = (midis: readonly number[], each: number, sounding: number): Played[] =>
  midis.map((midi, k) => ({ midi, startS: 0.3 + k * each, endS: 0.3 + k * each + sounding }))

/** Held notes, touching repeated notes, and runs, on both banks. */
export function sampled(): Record<'held' | 'legato' | 'runs', SampledPiece[]> {
  const held: SampledPiece[] = []
  const legato: SampledPiece[] = []
  const runs: SampledPiece[] = []
  for (const bank of BANKS)
    for (const id of Object.keys(PROGRAMS)) {
      const up = instrument(id).transposition
      const heights = spread(id, 6)
        .slice(0, 5)
        .map((n) => parseNote(n).midi + up)
      held.push(piece(bank, id, 'held', line(heights, 2.4, 2)))
      const middle = heights[2]!
      for (const [rate, midi] of [
        [3, middle],
        [5, heights[1]!],
      ] as const)
        legato.push(
          piece(bank, id, `repeated ${rate}/s`, line(Array<number>(10).fill(midi), 1 / rate, 1 / rate)),
        )
      const scale = [0, 2, 4, 5, 7, 9, 11, 12, 11, 9, 7, 5, 4, 2, 0].map((s) => heights[1]! + s)
      runs.push(piece(bank, id, 'run 6/s', line(scale, 1 / 6, 1 / 6)))
    }
  return { held, legato, runs }
}

/** Some of the banks' samples sound another note than the one that was asked for, cents, all along or for half a second (a bassoon's G♯3 to A♯3). */
const OUT_OF_TUNE = 40
/** Where a tone is looked at by another method, s: the part that crossings are made of. */
const LOOKED_AT_S = [0.4, 0.5, 0.6, 0.7, 0.8]
const yin = YIN({ sampleRate: RATE, threshold: 0.1 })
const kept = new Map<string, (SampledPiece | undefined)[]>()
/**
 * One held tone of 2.5 s of an instrument on each bank; undefined where a bank gives another note.
 * @param midi concert
 */
export function heldTones(id: string, midi: number): (SampledPiece | undefined)[] {
  const key = `${id} ${midi}`
  const known = kept.get(key)
  if (known) return known
  const made = BANKS.map((bank) => {
    const tone = piece(bank, id, 'tone', [{ midi, startS: 0, endS: 2.5 }])
    const inTune = (hz: number) => Math.abs(1200 * Math.log2(hz / hzOfMidi(midi, 440))) < OUT_OF_TUNE
    const { hz } = trackPitch(tone.samples, RATE)
    const moment = (s: number) => yin(tone.samples.slice(Math.round(s * RATE), Math.round(s * RATE) + 4096))
    return inTune(median([...hz].filter((f) => f > 0))) && LOOKED_AT_S.every((s) => inTune(moment(s) ?? 0))
      ? tone
      : undefined
  })
  kept.set(key, made)
  return made
}
/** The instruments that the banks have. */
export const SAMPLED_IDS = Object.keys(PROGRAMS)
/** Whether the banks have an instrument. */
export const isSampled = (id: string): boolean => PROGRAMS[id] !== undefined
