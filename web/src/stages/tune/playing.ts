import type { PlayedAnswer, SheetAnswer } from '@halitus/core/contract'
import type { PhraseNote } from '@halitus/core/player'
import type { TunePlayed } from '@halitus/core/records'
import type { SoundReport, Track } from '@halitus/core/sound'
import { notesBetween } from '@halitus/core/crossings'
import { hzOfMidi } from '@halitus/core/pitch'
import type { ToneSpan } from '@/parts/tones.ts'

/** Some bars, by index, both included. */
export interface Range {
  from: number
  to: number
}
type Sheet = Pick<SheetAnswer, 'notes' | 'bars' | 'order'>

/** Bars of a range in the order of playing: repeats are played where all of the piece is meant. */
const barsOf = ({ order, bars }: Sheet, { from, to }: Range) =>
  from === 0 && to === bars.length - 1 ? order : bars.map((_, m) => m).slice(from, to + 1)

/** A note with its time in the order of playing, quarters from the beginning of the range. */
export interface Timed {
  index: number
  at: number
}
/** The notes of a range as they are played, with their times. */
export function timed(sheet: Sheet, range: Range): { notes: Timed[]; quarters: number } {
  let at = 0
  const notes = barsOf(sheet, range).flatMap((m) => {
    const bar = sheet.bars[m]!
    const found = sheet.notes.flatMap((n, index) =>
      n.measure === m ? [{ index, at: at + n.onset - bar.start }] : [],
    )
    at += bar.quarters
    return found
  })
  return { notes, quarters: at }
}

/** How much of its length a tongued note sounds. */
const TONGUED = 0.9
/** The range as tones at a tempo, after so many clicks of counting in. */
export function spansOf(
  sheet: Sheet,
  range: Range,
  bpm: number,
  a4Hz: number,
  clicks: number,
): { spans: ToneSpan[]; clicks: number[] } {
  const beat = 60 / bpm
  const first = clicks * beat
  const { notes } = timed(sheet, range)
  return {
    clicks: Array.from({ length: clicks }, (_, i) => i * beat),
    spans: notes.map(({ index, at }) => {
      const n = sheet.notes[index]!
      return {
        hz: hzOfMidi(n.midi, a4Hz),
        startS: first + at * beat,
        lengthS: n.duration * beat * (n.slurred ? 1 : TONGUED),
        slurred: !!sheet.notes[index - 1]?.slurred,
      }
    }),
  }
}

/** What the simulated player plays of a range: strokes and slurs as they stand. */
export function asPerformed(sheet: Sheet, range: Range, bpm: number): PhraseNote[] {
  const beat = 60 / bpm
  const { notes } = timed(sheet, range)
  return notes.flatMap(({ index }, k): PhraseNote[] => {
    const n = sheet.notes[index]!
    const begins = sheet.notes[index - 1]?.slurred && k ? 'slur' : 'tongue'
    const note: PhraseNote = {
      written: n.written,
      lengthS: n.duration * beat,
      begins,
      gapS: n.slurred ? 0 : 0.045,
    }
    return n.rest ? [note, { written: null, lengthS: n.rest * beat }] : [note]
  })
}

/** What the ear heard, as the judge takes it: its notes, and what sounded for a moment between them. */
export function heardNotes(
  { notes }: Pick<SoundReport, 'notes'>,
  track: Pick<Track, 'timeS' | 'hz'>,
  a4Hz: number,
) {
  const own = notes.map((n) => ({
    onsetS: Math.max(0, n.startS),
    durationS: Math.max(0, n.endS - n.startS),
    midi: 69 + 12 * Math.log2(n.hz / a4Hz),
    begins: n.start.kind === 'slurred' ? ('slur' as const) : ('tongue' as const),
  }))
  const short = notesBetween(track, notes, a4Hz).map((n) => ({
    onsetS: n.startS,
    durationS: n.endS - n.startS,
    midi: n.midi,
    begins: 'slur' as const,
  }))
  return [...own, ...short].sort((a, b) => a.onsetS - b.onsetS)
}

/** A pitch that stays for so many frames is a note. */
const LEAST_FRAMES = 8
/** Frames of the ear as notes, roughly: for following while it is played. */
export function roughNotes(frames: readonly { timeS: number; hz: number }[], a4Hz: number) {
  const found: { onsetS: number; durationS: number; midi: number }[] = []
  let run: { from: number; to: number; midi: number; frames: number } | undefined
  const end = () => {
    if (run && run.frames >= LEAST_FRAMES)
      found.push({ onsetS: run.from, durationS: run.to - run.from, midi: run.midi })
    run = undefined
  }
  for (const { timeS, hz } of frames) {
    if (hz <= 0) {
      end()
      continue
    }
    const midi = Math.round(69 + 12 * Math.log2(hz / a4Hz))
    if (run?.midi === midi) {
      run.to = timeS
      run.frames++
    } else {
      end()
      run = { from: timeS, to: timeS, midi, frames: 1 }
    }
  }
  end()
  return found
}

/** Of a take that fits fewer notes than this it isn’t the sheet: share of those that were played (chosen by Halitus). */
const FITS = 0.4
/** Whether what was heard is these notes at all: another tune laid along them would be blamed for every one. */
export function fitsAtAll({ notes }: Pick<PlayedAnswer, 'notes'>): boolean {
  const played = notes.filter((n) => n.played !== undefined)
  const right = played.filter((n) => n.verdict !== 'wrong')
  return played.length > 0 && right.length >= FITS * played.length
}

/** So many faults are told large. */
const TOLD = 2
/** A take as it is kept. */
export function playedEntry(
  tune: { id: string; title: string },
  part: string,
  asked: number,
  sheet: Sheet,
  answer: PlayedAnswer,
): Omit<TunePlayed, 'happened'> {
  const told: { bar: string; words: string }[] = []
  for (const f of answer.faults) {
    const bar = sheet.bars[f.measure]!.number
    if (told.length < TOLD && !told.some((t) => t.bar === bar))
      told.push({ bar, words: f.words.slice(0, 200) })
  }
  return {
    tune: tune.id,
    title: tune.title,
    part,
    asked,
    bpm: Math.max(1, Math.min(1000, Math.round(10 * answer.bpm) / 10)),
    bars: answer.bars,
    faults: told,
    breaths: answer.breaths.map((b) => b.measure),
  }
}

/**
 * Some bars of an engraved part alone, with the clef, key and time that hold there.
 * @param measures indices, in order
 */
export function onlyBars(musicXml: string, measures: readonly number[]): string {
  const all = musicXml.match(/<measure .*?<\/measure>/gs) ?? []
  const [head = '', tail = ''] = [musicXml.split('<measure ')[0], musicXml.split('</measure>').at(-1)]
  const inForce = (at: number, name: string) =>
    all
      .slice(0, at + 1)
      .flatMap((bar) => bar.match(new RegExp(`<${name}[ >].*?</${name}>`, 'gs')) ?? [])
      .at(-1) ?? ''
  const chosen = measures.map((m, k) => {
    const bar = (all[m] ?? '').replace(/<barline location="left">.*?<\/barline>/gs, '')
    if (k) return bar
    const names = ['divisions', 'key', 'time', 'clef']
    const attributes = `<attributes>${names.map((n) => inForce(m, n)).join('')}</attributes>`
    return bar.replace(/<attributes>.*?<\/attributes>/gs, '').replace(/^(<measure [^>]*>)/, `$1${attributes}`)
  })
  return head + chosen.join('') + tail
}
