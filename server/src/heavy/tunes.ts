import type { SheetAnswer, TunePlayer } from '@halitus/core/contract'
import { Refusal } from '@halitus/core/errors'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { nameNotes, type Naming } from '@halitus/core/pitch'
import {
  addTo,
  asUtf8,
  barsInWords,
  barsToLearn,
  bestWay,
  cardLine,
  engravedXml,
  equalBars,
  firstEqual,
  judgePlayed,
  keyWords,
  lineOf,
  midiOf,
  movedTo,
  planBreaths,
  quantised,
  playable,
  playedVerdict,
  practiceOrder,
  quarters,
  readPart,
  readTune,
  scoreInZip,
  countsUnder,
  withStrokes,
  stretchesOf,
  textOf,
  TuneError,
  type BreathPlan,
  type Format,
  type HeardNote,
  type Part,
  type Played,
  type Reader,
  type ReadingOptions,
  type Score,
  type Wish,
} from '@halitus/core/tune'
import { chanceToReach, type Capacity } from '@halitus/core/breath'
import type { SchemeId } from '@halitus/core/tongue'
import type { Told } from './told.ts'

/** A tune’s file, named so that a thread that has read it needn’t read it again. */
export interface TuneFile {
  id: string
  bytes: Uint8Array
  /** Which of an ABC file. */
  tune: number | undefined
}

/** Scores that this thread has read last. */
const READ = new Map<string, { format: Format; score: Score }>()
const MOST_KEPT = 3
/** Larger files are read anew each time: what is kept must stay small. */
const LARGEST_KEPT = 1_500_000

function scoreOf({ id, bytes, tune }: TuneFile): { format: Format; score: Score } {
  const known = READ.get(id)
  if (known) return known
  const read = readTune(bytes, tune)
  if (bytes.length > LARGEST_KEPT) return read
  if (READ.size >= MOST_KEPT) READ.delete(READ.keys().next().value!)
  READ.set(id, read)
  return read
}

/** Parts with names of their own, whatever the file calls them. */
function partsOf({ parts }: Score): Map<string, Part> {
  const found = new Map<string, Part>()
  for (const part of parts) {
    let id = part.id
    for (let n = 2; found.has(id); n++) id = `${part.id}-${n}`
    found.set(id, part)
  }
  return found
}

/** What is wrong with a file or a question is told, what is wrong with us stays an error. */
function told<T>(work: () => T): T | (Told & { code: Refusal['code'] }) {
  try {
    return work()
  } catch (error) {
    if (error instanceof Refusal)
      return { refused: error.message, code: error.code, ...(error.field && { field: error.field }) }
    throw error
  }
}

function partOf(file: TuneFile, id: string): Part {
  const parts = partsOf(scoreOf(file).score)
  const found = parts.get(id)
  if (!found)
    throw new TuneError(
      `The tune has no part “${id.slice(0, 60)}”; it has ${[...parts.keys()].slice(0, 8).join(', ')}.`,
    )
  return found
}

/** The part as it is read from: what was recorded is written down first. */
function toRead(file: TuneFile, id: string): Part {
  const part = partOf(file, id)
  return scoreOf(file).format === 'midi' ? quantised(part) : part
}

/** Heads that are notes of their own. */
const counted = (part: Part) =>
  part.bars.reduce((sum, b) => sum + b.heads.filter((h) => !h.grace && !h.tied).length, 0)

/** What a file holds. */
export const tuneAbout = (file: TuneFile) =>
  told(() => {
    const { format, score } = scoreOf(file)
    return {
      format,
      title: score.title.replace(/\s+/g, ' ').trim(),
      parts: [...partsOf(score)].map(([id, part]) => ({
        id: id.slice(0, 100),
        name: part.name.slice(0, 200),
        ...(part.instrument && { instrument: part.instrument }),
        measures: part.bars.length,
        notes: counted(part),
        ...(part.percussion && { percussion: true }),
      })),
      warnings: score.warnings.slice(0, 50).map((w) => w.slice(0, 400)),
    }
  })

const numberOf = (written: string) => (/^\d{1,6}$/.test(written) ? Number(written) : written.slice(0, 40))

/** A part as written. */
export const tunePart = ({ file, part: id }: { file: TuneFile; part: string }) =>
  told(() => {
    const part = partOf(file, id)
    return {
      measures: part.bars.map((bar) => ({
        number: numberOf(bar.number),
        beats: quarters(bar.length),
        notes: bar.heads.map((h) => ({
          onset: quarters(h.onset),
          duration: quarters(h.duration),
          written: h.written,
          sounding: h.midi,
          tied: h.tied,
          grace: h.grace,
        })),
      })),
      order: part.order,
      keys: part.keys,
      tempos: part.tempos.map((t) => ({ onset: quarters(t.onset), bpm: t.bpm })),
    }
  })

/** Who reads, as far as the studio knows them. */
export interface Reading {
  reader: Omit<Reader, 'instrument'> & { instrument?: InstrumentId | undefined }
  tempo?: number | undefined
  /** MIDI numbers of written notes. */
  known?: ReadonlySet<number> | undefined
  school?: string | undefined
  overrulings?: ReadingOptions['overrulings']
  /** Other strokes than are written. */
  strokes?: { scheme: string; from?: number; to?: number } | undefined
  late?: ReadonlySet<string> | undefined
  shaky?: ReadonlySet<string> | undefined
}

/** The part on the instrument that was asked for, else on its own, else where all of it lies. */
function asRead(part: Part, reading: Reading): { part: Part; reader: Reader } {
  const on = reading.reader.instrument ?? part.instrument
  if (!on)
    throw new TuneError(
      `${part.name} names no instrument that is charted here; say which one reads it (instrument=flute).`,
    )
  const reader = { ...reading.reader, instrument: on }
  const moved = playable(part, reader)
  const { strokes } = reading
  if (!strokes) return { part: moved, reader }
  const { from = 0, to = part.bars.length - 1 } = strokes
  return { part: withStrokes(moved, { scheme: strokes.scheme as SchemeId, from, to }), reader }
}

const optionsOf = (reading: Reading): ReadingOptions => ({
  system: reading.reader.system,
  tempo: reading.tempo,
  known: reading.known ?? new Set(),
  ...(reading.school && { school: reading.school }),
  ...(reading.overrulings && { overrulings: reading.overrulings }),
  ...(reading.late && { late: reading.late }),
  ...(reading.shaky && { shaky: reading.shaky }),
})

/** What can be said of a part before it is played. */
export const tuneReading = ({ file, part, reading }: { file: TuneFile; part: string; reading: Reading }) =>
  told(() => {
    const read = asRead(toRead(file, part), reading).part
    const found = readPart(read, optionsOf(reading))
    return { key: keyWords(read, found), ...found }
  })

/** Where to breathe. */
export const tuneBreaths = ({
  file,
  part: id,
  tempo,
  capacityS,
  wishes,
}: {
  file: TuneFile
  part: string
  tempo: number
  capacityS: number
  wishes: readonly Wish[]
}) =>
  told(() => {
    const part = partOf(file, id)
    return { plans: planBreaths(part, lineOf(part), tempo, capacityS, wishes) }
  })

/** What became of every note. */
export const tuneJudge = ({
  file,
  part: id,
  notes,
  tempo,
  reader,
}: {
  file: TuneFile
  part: string
  notes: readonly Played[]
  tempo: number
  reader: Reading['reader']
}) =>
  told(() => {
    const part = partOf(file, id)
    return judgePlayed(
      reader.instrument ? movedTo(part, { ...reader, instrument: reader.instrument }) : part,
      notes,
      tempo,
    )
  })

/** The one verdict of a take. */
export const tunePlayed = ({
  file,
  part: id,
  notes,
  tempo,
  reading,
  capacity,
  wishes,
}: {
  file: TuneFile
  part: string
  notes: readonly HeardNote[]
  tempo: number
  reading: Reading
  capacity: Capacity
  wishes: readonly Wish[]
}) =>
  told(() => {
    const { part } = asRead(toRead(file, id), reading)
    const line = lineOf(part)
    const way = bestWay(part, line, optionsOf(reading))
    const plan = planBreaths(part, line, Math.max(10, Math.min(400, tempo)), inReach(capacity), wishes)[0]!
    return playedVerdict(
      part,
      notes,
      tempo,
      way.map((n) => n.touches),
      plan.breaths.map((b) => b.onset),
    )
  })

/** What a breath lasts, within what is planned for. */
const inReach = ({ seconds }: Capacity) => Math.max(0.5, Math.min(120, seconds))

/** What daily counts add to a breath in some weeks: a fifth (chosen by Halitus, from the drills’ own steps). */
const GROWN = 1.2

/** All that a screen shows of a part. */
export const tuneSheet = ({
  file,
  part: id,
  title,
  reading,
  minutes,
  capacity,
  wishes,
  under,
}: {
  file: TuneFile
  part: string
  title: string
  reading: Reading
  minutes: number
  under: string | undefined
  capacity: Capacity
  wishes: readonly Wish[]
}) =>
  told((): SheetAnswer => {
    const { part, reader } = asRead(toRead(file, id), reading)
    const options = optionsOf(reading)
    const line = lineOf(part)
    const found = readPart(part, options)
    const tempo = found.tempo.from === 'usual' ? 72 : found.tempo.bpm
    const way = bestWay(part, line, options)
    const equal = firstEqual(part)
    const told = (label: string, p: BreathPlan) => ({
      label,
      ...p,
      stretches: stretchesOf(part, line, tempo, p.breaths).map((s) => ({
        ...s,
        reached: chanceToReach(capacity, s.seconds),
      })),
    })
    const breath = (seconds: number) =>
      planBreaths(part, line, tempo, inReach({ ...capacity, seconds }), wishes)
    const [now, ...others] = breath(capacity.seconds)
    const later = capacity.seconds * GROWN
    const plans = [
      told('as it is now', now!),
      ...others.map((p) => told('another way', p)),
      told(`in some weeks, with a breath of ${Math.round(later)} s`, breath(later)[0]!),
    ]
    const longest = Math.max(0, ...(plans[0]?.stretches ?? []).map((s) => s.seconds))
    return {
      title,
      musicXml: engravedXml(
        part,
        {
          clef: instrument(reader.instrument).clef,
          ...(under && { under: countsUnder(part, line.notes, under) }),
        },
        line,
      ),
      bars: part.bars.map((bar, i) => ({
        number: bar.number,
        start: quarters(bar.start),
        quarters: quarters(bar.length),
        ...(equal[i] !== undefined && { as: equal[i] }),
      })),
      order: part.order,
      notes: line.notes.map((n, i) => ({
        measure: n.measure,
        index: n.index,
        onset: n.onset,
        duration: n.duration,
        written: n.written,
        midi: n.midi,
        slurred: n.slurred,
        rest: n.rest,
        touches: way[i]!.touches,
        ...(way[i]!.why && { why: way[i]!.why }),
      })),
      reading: { key: keyWords(part, found), ...found },
      toLearn: barsToLearn(part, equalBars(part)),
      capacity,
      plans,
      fits: longest > capacity.seconds ? Math.ceil((tempo * longest) / capacity.seconds) : null,
      steps: practiceOrder(part, found, minutes, tempo).map((s) => ({
        ...s,
        notes: found.newNotes
          .filter((n) => n.measure >= s.from && n.measure <= s.to && s.kind !== 'joined')
          .map((n) => n.written)
          .slice(0, 3),
        ...(s.kind !== 'joined' && cardLine(part, line.notes, s.from, s.to)),
      })),
      tempo,
    }
  })

/** The part engraved with breaths and new notes, for paper. */
export const tuneOnPaper = ({
  file,
  part: id,
  title,
  reading,
  capacity,
  wishes,
  from,
  to,
  names,
}: {
  file: TuneFile
  part: string
  title: string
  reading: Reading
  capacity: Capacity | undefined
  wishes: readonly Wish[]
  from: number | undefined
  to: number | undefined
  names: Naming
}) =>
  told(() => {
    nameNotes(names)
    const { part, reader } = asRead(toRead(file, id), reading)
    const line = lineOf(part)
    const options = optionsOf(reading)
    const found = readPart(part, options)
    const tempo = found.tempo.from === 'usual' ? 72 : found.tempo.bpm
    const last = part.bars.length - 1
    const [first, end] = [Math.min(last, from ?? 0), Math.min(last, to ?? last)]
    if (first > end)
      throw new TuneError(`The bars go from ${first} to ${end}; the first must not come after the last.`)
    const at = new Map(line.notes.map((n, i) => [n.onset, i] as const))
    const plan = capacity
      ? planBreaths(part, line, tempo, inReach(capacity), wishes)[0]!
      : { breaths: wishes.filter((w) => w.wanted).map((w) => ({ onset: w.onset })) }
    const fresh = reading.known
      ? found.newNotes.flatMap((n) => {
          const i = line.notes.findIndex((x) => x.measure === n.measure && x.written === n.written)
          return i >= 0 ? [[i, 'new'] as const] : []
        })
      : []
    const steps = reading.known
      ? practiceOrder(part, found, 20, tempo).filter((s) => s.kind !== 'joined')
      : []
    const discs = new Map<number, string>()
    steps.forEach((s, i) => !discs.has(s.from) && discs.set(s.from, String(i + 1)))
    return {
      title,
      musicXml: engravedXml(
        part,
        {
          clef: instrument(reader.instrument).clef,
          from: first,
          to: end,
          breaths: new Set(plan.breaths.flatMap((b) => at.get(b.onset) ?? [])),
          over: new Map(fresh),
          discs,
        },
        line,
      ),
      about: `${part.name} for ${instrument(reader.instrument).name}${first || end < last ? `, ${barsInWords(part, first, end)}` : ''}. ${keyWords(part, found)}`,
    }
  })

/** The file as MusicXML with what somebody added; other kinds written anew. */
export const tuneXml = ({
  file,
  title,
  players,
}: {
  file: TuneFile
  title: string
  players: readonly Pick<TunePlayer, 'part' | 'instrument' | 'as' | 'octave' | 'wishes' | 'overrulings'>[]
}) =>
  told(() => {
    const { format, score } = scoreOf(file)
    const parts = partsOf(score)
    if (format === 'abc' || format === 'midi') {
      const own = players[0]
      const part = (own && parts.get(own.part)) ?? score.parts.find((p) => !p.percussion && counted(p))!
      const line = lineOf(part)
      const wanted = own?.wishes.filter((w) => w.wanted) ?? []
      const breaths = new Set(wanted.flatMap((w) => line.notes.findIndex((n) => n.onset === w.onset)))
      const low = line.notes.reduce((sum, n) => sum + n.writtenMidi, 0) / line.notes.length < 55
      return engravedXml(part, { clef: low ? 'bass' : 'treble', breaths, title }, line)
    }
    const text = textOf(format === 'mxl' ? scoreInZip(file.bytes) : file.bytes)
    const breaths = new Set<number>()
    const fingerings = new Map<number, string>()
    for (const player of players) {
      const part = parts.get(player.part)
      if (!part) continue
      const line = lineOf(part)
      line.notes.forEach((n, i) => {
        if (i && player.wishes.some((w) => w.wanted && Math.abs(w.onset - n.onset) < 1e-6))
          breaths.add(line.notes[i - 1]!.lastSource)
      })
      if (!player.overrulings.length) continue
      const moved = playable(part, { instrument: player.instrument, as: player.as, octave: player.octave })
      bestWay(moved, lineOf(moved), { overrulings: player.overrulings }).forEach((f, i) => {
        if (f.why === 'as chosen by the teacher') fingerings.set(line.notes[i]!.source, f.touches.join(' '))
      })
    }
    breaths.delete(-1)
    return asUtf8(addTo(text, { breaths, fingerings, words: new Map() }))
  })

/** A part as it is played, as MIDI. */
export const tuneMidi = ({ file, part }: { file: TuneFile; part: string }) =>
  told(() => midiOf(partOf(file, part)))
