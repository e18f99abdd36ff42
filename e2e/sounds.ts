import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { hzOfMidi, parseNote, prettyNote } from '@halitus/core/pitch'
import type { SheetAnswer } from '@halitus/core/contract'
import { perform, playPhrase, type Performance, type PhraseNote } from '@halitus/core/player'
import { writeWav } from '@halitus/core/sound'

const FOLDER = fileURLToPath(new URL('../.cache/sounds', import.meta.url))
/** Where a sound lies once the set-up has run. */
export const soundFile = (name: keyof typeof SOUNDS | 'three-notes' | 'broken') => `${FOLDER}/${name}.wav`

/** What the simulated player plays into the browser's microphone and file fields. */
export const SOUNDS = {
  'clarinet-e4': {
    instrument: 'clarinet',
    written: 'E4',
    lengthS: 7,
    leadS: 1.5,
    tailS: 3,
    detuneCents: 12,
    unsteadyCents: 3,
    breathDb: -45,
  },
  // As short as can be heard by: a machine that stands still for a moment loses less of it.
  'clarinet-short': {
    instrument: 'clarinet',
    written: 'E4',
    lengthS: 3,
    leadS: 1,
    tailS: 1.5,
    unsteadyCents: 3,
    breathDb: -45,
  },
  'clarinet-swell': {
    instrument: 'clarinet',
    written: 'E4',
    lengthS: 22.4,
    leadS: 0.4,
    tailS: 0.8,
    dynamics: 'swell',
    rangeDb: 14,
    sagCents: -14,
    unsteadyCents: 3,
    breathDb: -40,
  },
  // A mouthpiece alone sounds near concert C6.
  'mouthpiece-bend': {
    instrument: 'clarinet',
    written: 'D6',
    lengthS: 6,
    leadS: 0.4,
    tailS: 0.8,
    bendCents: { low: -96, high: 28 },
    unsteadyCents: 2,
  },
  'clarinet-strokes': {
    instrument: 'clarinet',
    written: 'G4',
    lengthS: 6,
    leadS: 1.5,
    tailS: 2.5,
    strokes: { rateHz: 3, jitterMs: 8 },
    unsteadyCents: 3,
    breathDb: -42,
  },
  'flute-b4': { instrument: 'flute', written: 'B4', lengthS: 5, leadS: 0.4, tailS: 0.6, unsteadyCents: 4 },
} as const satisfies Record<string, Performance>

/** Makes the sound files before the tests run. */
export default function makeSounds(): void {
  mkdirSync(FOLDER, { recursive: true })
  for (const [name, performance] of Object.entries(SOUNDS))
    writeFileSync(`${FOLDER}/${name}.wav`, writeWav(perform(performance, 48000), 48000))
  writeFileSync(soundFile('three-notes'), threeNotes())
  writeFileSync(soundFile('broken'), 'this is no sound')
}

/** E, F and G, a quarter each at 100 a minute, tongued. */
function threeNotes() {
  const notes = ['E4', 'F4', 'G4'].map((written) => ({
    written,
    lengthS: 0.6,
    gapS: 0.05,
    begins: 'tongue' as const,
  }))
  const { samples } = playPhrase(
    { instrument: 'clarinet', notes, seed: 7, leadS: 0.8, tailS: 2, manner: { breathDb: -45 } },
    48000,
  )
  return writeWav(samples, 48000)
}

/** G5 and D5 there and back on a clarinet; the right ring finger is late on the way down, twice. */
export function lateFinger() {
  const notes = ['G5', 'D5', 'G5', 'D5', 'G5', 'D5'].map((written, n) => ({
    written,
    lengthS: 0.5,
    begins: n ? ('slur' as const) : ('breath' as const),
    ...((n === 1 || n === 5) && { between: { written: 'E5', lengthMs: 90 } }),
  }))
  const { samples } = playPhrase({ instrument: 'clarinet', notes, seed: 3, manner: { breathDb: -42 } }, 44100)
  return { name: 'move.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(samples, 44100)) }
}

/** A clarinet comes down over its break five times, slurred, with a breath before each. */
export function overTheBreak() {
  const notes = Array.from({ length: 10 }, (_, n) => ({
    written: n % 2 ? 'A4' : 'B4',
    lengthS: 0.55,
    begins: n % 2 ? ('slur' as const) : ('breath' as const),
    ...(n % 2 && { gapS: 0.15 }),
  }))
  const { samples } = playPhrase({ instrument: 'clarinet', notes, seed: 5, manner: { breathDb: -42 } }, 44100)
  return { name: 'break.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(samples, 44100)) }
}

/** A clarinet's tone at any pitch, concert Hz. */
export function tone(hz: number) {
  const detuneCents = 1200 * Math.log2(hz / hzOfMidi(parseNote('C4').midi - 2))
  const samples = perform(
    { instrument: 'clarinet', written: 'C4', lengthS: 2, leadS: 0.4, tailS: 0.8, detuneCents, breathDb: -45 },
    48000,
  )
  return { name: 'tone.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(samples, 48000)) }
}

/** One clarinet note. */
export function oneNote(written: string) {
  const { samples } = playPhrase(
    { instrument: 'clarinet', notes: [{ written, lengthS: 1.6 }], seed: 2, manner: { breathDb: -42 } },
    44100,
  )
  return { name: 'note.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(samples, 44100)) }
}

/** Something like a voice, whose pitch, loudness and colour go up and down; then a clarinet's tone. */
export function talkAndTone() {
  const RATE = 44100
  const after = perform(
    { instrument: 'clarinet', written: 'E4', lengthS: 2, leadS: 1, tailS: 1, breathDb: -45 },
    RATE,
  )
  let phase = 0
  const voice = Float32Array.from({ length: 2 * RATE }, (_, i) => {
    const wave = Math.sin((2 * Math.PI * 5 * i) / RATE)
    phase += (2 * Math.PI * 150 * 2 ** (Math.sin((2 * Math.PI * 1.3 * i) / RATE) / 6)) / RATE
    let v = 0
    for (let k = 1; k <= 12; k++) v += Math.exp(-k * (0.45 - 0.3 * wave)) * Math.sin(k * phase)
    return i < 0.3 * RATE ? 0 : 0.1 * 10 ** ((6 * wave) / 20) * v
  })
  const all = new Float32Array(voice.length + after.length)
  all.set(voice)
  all.set(after, voice.length)
  return { name: 'talk.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(all, RATE)) }
}

/** The demo’s sheet of the clarinet, as it is read for its learner. */
export const demoSheet = async (request: { get(url: string): Promise<{ json(): Promise<unknown> }> }) =>
  (await (
    await request.get('/api/tunes/tar-kettle-round/parts/V1/sheet?learner=ottoline-brask')
  ).json()) as SheetAnswer

/** The same, played at its tempo: between A4 and B4 a G4 sounds, and the first note of bar 9 is another; with the bar of the first. */
export function sheetPlayed(sheet: SheetAnswer) {
  const beat = 60 / sheet.tempo
  const move = sheet.notes.findIndex((n, i) => n.written === 'B4' && sheet.notes[i - 1]?.written === 'A4')
  const other = sheet.notes.findIndex((n) => n.measure === 8)
  const notes = sheet.notes.flatMap((n, i): PhraseNote[] => [
    {
      written: i === other ? 'A5' : n.written,
      lengthS: n.duration * beat,
      begins: sheet.notes[i - 1]?.slurred ? 'slur' : 'tongue',
      gapS: n.slurred ? 0 : 0.04,
      ...(i === move && { begins: 'slur', between: { written: 'G4', lengthMs: 110 } }),
    },
    ...(n.rest ? [{ written: null, lengthS: n.rest * beat }] : []),
  ])
  const { samples } = playPhrase({ instrument: 'clarinet', notes, seed: 5, manner: { breathDb: -42 } }, 44100)
  return {
    file: { name: 'sheet.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(samples, 44100)) },
    bar: sheet.bars[sheet.notes[move]!.measure]!.number,
    instead: prettyNote(sheet.notes[other]!.written),
  }
}
