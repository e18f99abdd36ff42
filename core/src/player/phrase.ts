import { OutOfRange } from '../errors/index.ts'
import { instrument, writtenNote, type Instrument } from '../instruments/index.ts'
import { hzOfMidi } from '../pitch/index.ts'
import { put } from './around.ts'
import type { Attack, Manner, Phrase, PhraseNote, Played, Stroke, Truth } from './asked.ts'
import { bentAt, loudnessAt, wanderOf } from './curves.ts'
import { seeded, type Random } from './random.ts'
import { soundingOf } from './voice.ts'

/** Rises and falls of the tone, s. */
const TONGUE_RISE_S = 0.015
const AIR_RISE_S = 0.18
const RELEASE_S = 0.03
const TAPER_S = 0.35
const CUT_S = 0.004
/** One note into the next by fingers alone. */
const CROSSING_S = 0.008
/** Two registers take turns so often, from memory. */
const GURGLE_HZ = 27
const LONGEST_S = 1800

interface Piece {
  from: number
  to: number
  ratio: number
  gain: number
  /** A squeak is nearly a plain sine. */
  pure: boolean
  /** How far it comes and goes, against another register that does the opposite. */
  beats: number
}

/** What runs through everything: cents and level for every sample of the phrase. */
function through(manner: Manner, totalS: number, length: number, sampleRate: number, random: Random) {
  const rangeDb = manner.rangeDb ?? (manner.dynamics && manner.dynamics !== 'level' ? 18 : 0)
  const cents = wanderOf(manner.unsteadyCents ?? 0, length, sampleRate, random)
  const levelDb = new Float32Array(length)
  for (let i = 0; i < length; i++) {
    const share = i / length
    const timeS = i / sampleRate
    const loudness = loudnessAt(manner.dynamics ?? 'level', share)
    levelDb[i] = rangeDb * (loudness - 1)
    cents[i]! +=
      (manner.detuneCents ?? 0) +
      (manner.driftCents ?? 0) * (share - 0.5) +
      (manner.sagCents ?? 0) * (loudness - 0.5)
    if (manner.bendCents) cents[i]! += bentAt(manner.bendCents, timeS, totalS)
    if (manner.wobble) {
      const swing = Math.sin(2 * Math.PI * manner.wobble.rateHz * timeS)
      cents[i]! += manner.wobble.depthCents * swing
      levelDb[i]! += (manner.wobble.depthDb ?? 0) * (swing - 1)
    }
    if (manner.tremor)
      levelDb[i]! += manner.tremor.depthDb * (Math.sin(2 * Math.PI * manner.tremor.rateHz * timeS) - 1)
  }
  return { cents, levelDb }
}

/** A note where it lies in the phrase, in samples of the phrase. */
interface Placed {
  note: PhraseNote
  /** As read, and what sounds. */
  writtenMidi: number
  midi: number
  hz: number
  from: number
  /** Where the next one begins, and where this one ends; `until` is where it has faded into the next. */
  to: number
  end: number
  until: number
  begins: NonNullable<PhraseNote['begins']>
  attack: Attack
  attackMs: number
  /** Whether the air runs on from the note before, and on into the next one. */
  runs: boolean
  goesOn: boolean
  crossing: number
}

function place(phrase: Phrase, inst: Instrument, length: number, sampleRate: number): Placed[] {
  let atS = 0
  return phrase.notes.flatMap((note, k): Placed[] => {
    const from = Math.round(atS * sampleRate)
    atS += note.lengthS
    if (note.written === null) return []
    const to = Math.min(length, Math.round(atS * sampleRate))
    const writtenMidi = writtenNote(inst, note.written).midi
    const midi = writtenMidi + inst.transposition
    const [before, next] = [phrase.notes[k - 1], phrase.notes[k + 1]]
    const runs = before !== undefined && before.written !== null && (before.gapS ?? 0) === 0
    const goesOn = next !== undefined && next.written !== null && (note.gapS ?? 0) === 0
    const end = goesOn ? to : to - Math.round((note.gapS ?? 0) * sampleRate)
    const crossing = goesOn ? Math.round(CROSSING_S * sampleRate) : 0
    const attack = note.attack ?? { kind: 'clean' }
    return [
      {
        note,
        writtenMidi,
        midi,
        hz: hzOfMidi(midi, phrase.a4Hz),
        from,
        to,
        end,
        until: Math.min(length, end + crossing),
        begins: note.begins ?? (runs ? 'slur' : 'tongue'),
        attack,
        attackMs: attack.kind === 'clean' ? 0 : (attack.lengthMs ?? 80),
        runs,
        goesOn,
        crossing,
      },
    ]
  })
}

/** The pieces of a note, one after the other, as multiples of its frequency. */
function piecesOf(p: Placed, inst: Instrument, length: number, sampleRate: number): Piece[] {
  const { note, from, end, attack, attackMs, crossing } = p
  const pieces: Piece[] = []
  const add = (fromS: number, toS: number, ratio: number, more: Partial<Piece> = {}) =>
    pieces.push({
      from: from + Math.round(fromS * sampleRate),
      to: Math.min(end, from + Math.round(toS * sampleRate)),
      ratio,
      gain: 1,
      pure: false,
      beats: 0,
      ...more,
    })
  const ratioOf = (written: string) => 2 ** ((writtenNote(inst, written).midi - p.writtenMidi) / 12)
  const lastS = (end - from) / sampleRate
  const endS = lastS - (note.ahead ? Math.min(lastS, note.ahead.lengthMs / 1000) : 0)
  let nowS = 0
  if (note.between) {
    nowS = note.between.lengthMs / 1000
    add(0, nowS, ratioOf(note.between.written))
  }
  if (attack.kind === 'cracked' || attack.kind === 'squeak') {
    const ratio = attack.ratio ?? (attack.kind === 'squeak' ? 5 : 3)
    add(nowS, nowS + attackMs / 1000, ratio, { pure: attack.kind === 'squeak' })
    if (attack.kind === 'cracked') add(nowS, nowS + attackMs / 1000, 1, { gain: 0.4 })
    nowS += attackMs / 1000
  }
  for (const h of note.happens ?? []) {
    add(nowS, h.atS, 1)
    const untilS = h.kind === 'slip' ? endS : h.atS + h.lengthS
    if (h.kind !== 'dropout')
      add(h.atS, untilS, h.ratio ?? 3, {
        pure: h.kind === 'squeak',
        ...(h.kind === 'gurgle' && { gain: 0.6, beats: 0.8 }),
      })
    if (h.kind === 'gurgle') add(h.atS, untilS, 1, { gain: 0.6, beats: -0.8 })
    nowS = untilS
  }
  if (nowS < endS) add(nowS, note.ahead ? endS : endS + crossing / sampleRate, 1)
  if (note.ahead) add(endS, lastS + crossing / sampleRate, ratioOf(note.ahead.written))
  const last = pieces.at(-1)
  if (last && crossing) last.to = Math.min(length, end + crossing)
  return pieces
}

/** How a note by itself begins and ends: level and cents for each of its samples. */
function shapeOf({ note, from, until, begins, attack, attackMs, goesOn }: Placed, sampleRate: number) {
  const level = new Float32Array(until - from).fill(1)
  const cents = new Float32Array(until - from)
  const slow = begins === 'breath' || attack.kind === 'airy' || attack.kind === 'late'
  const rise = (begins === 'breath' ? AIR_RISE_S : slow ? 0.05 : TONGUE_RISE_S) * sampleRate
  const silent = attack.kind === 'airy' ? (attackMs / 1000) * sampleRate : 0
  const fall = (note.end === 'tapered' ? TAPER_S : note.end === 'cut' ? CUT_S : RELEASE_S) * sampleRate
  for (let i = 0; i < level.length; i++) {
    if (begins === 'tongue' || begins === 'breath') level[i]! *= Math.min(1, Math.max(0, (i - silent) / rise))
    if (!goesOn) level[i]! *= Math.min(1, Math.max(0, (level.length - i) / fall))
    if (attack.kind === 'late') cents[i] = -120 * Math.max(0, 1 - i / ((attackMs / 1000) * sampleRate))
    if (note.end === 'sagging') cents[i]! -= 60 * Math.max(0, 1 - (level.length - i) / (0.3 * sampleRate))
  }
  return { level, cents }
}

/** What is true of a note beside its pitch. */
function tell(
  truth: Truth,
  p: Placed,
  inst: Instrument,
  lead: number,
  detuneCents: number,
  sampleRate: number,
) {
  const { note, begins, attack, attackMs } = p
  const startS = (lead + p.from) / sampleRate
  if (note.between)
    truth.between.push({
      startS,
      lengthMs: note.between.lengthMs,
      midi: writtenNote(inst, note.between.written).midi + inst.transposition,
    })
  if (attack.kind !== 'clean') truth.attacks.push({ timeS: startS, kind: attack.kind, lengthMs: attackMs })
  for (const h of note.happens ?? []) truth.happened.push({ ...h, startS: startS + h.atS })
  if (begins !== 'slur') {
    const stroke = note.stroke ?? { depthDb: 60, lengthMs: 30 }
    truth.strokes.push({
      timeS: startS,
      depthDb: begins === 'stroke' ? stroke.depthDb : 60,
      lengthMs: stroke.lengthMs,
      separate: begins !== 'stroke',
    })
  }
  truth.notes.push({
    startS,
    endS: (lead + p.end) / sampleRate,
    midi: p.midi + detuneCents / 100,
    begins,
  })
}

/**
 * A phrase as sound, with the truth about it. The same seed always plays the same.
 * @throws NoteError for a note that the instrument doesn't have; OutOfRange for a length outside 0 to 30 min
 * @example playPhrase({ instrument: 'flute', notes: [{ written: 'A4', lengthS: 1 }] }, 16000).truth.notes.length // 1
 */
export function playPhrase(phrase: Phrase, sampleRate: number): Played {
  const inst = instrument(phrase.instrument)
  const { manner = {}, peak = 0.5, notes } = phrase
  const totalS = notes.reduce((sum, n) => sum + n.lengthS, 0)
  if (!notes.every((n) => n.lengthS > 0) || !(totalS > 0 && totalS <= LONGEST_S))
    throw new OutOfRange('A simulated phrase lasts more than 0 and at most 1800 s, and so does each note.')
  const random = seeded(phrase.seed ?? 1)
  const lead = Math.round((phrase.leadS ?? 0.3) * sampleRate)
  const length = Math.round(totalS * sampleRate)
  const count = lead + length + Math.round((phrase.tailS ?? 0.5) * sampleRate)
  const samples = new Float32Array(count)
  const truth: Truth = {
    hz: new Float32Array(Math.ceil((1000 * count) / sampleRate)),
    notes: [],
    strokes: [],
    attacks: [],
    between: [],
    happened: [],
    hnrDb: Infinity,
  }
  const { cents, levelDb } = through(manner, totalS, length, sampleRate, random)
  const placed = place(phrase, inst, length, sampleRate)
  for (const { note, begins, from } of placed)
    if (begins === 'stroke' && note.stroke) dent(note.stroke, from, sampleRate, levelDb, cents)

  const air = new Float32Array(length)
  /** Where the wave of the note before stands as the next begins: what goes on without a gap goes on in step. */
  let carried = 0
  for (const p of placed) {
    const shape = shapeOf(p, sampleRate)
    const gain = 10 ** ((p.note.levelDb ?? 0) / 20)
    const phases = new Float64Array(p.until - p.from)
    let phase = p.runs ? carried : 0
    for (let i = p.from; i < p.until; i++) {
      if (i === p.to) carried = phase
      phase += (2 * Math.PI * p.hz * 2 ** ((cents[i]! + shape.cents[i - p.from]!) / 1200)) / sampleRate
      phases[i - p.from] = phase
    }
    for (const piece of piecesOf(p, inst, length, sampleRate)) {
      sound(samples, { p, piece, inst, shape, levelDb, phases, level: peak * gain, gain, lead, sampleRate })
      const per = sampleRate / 1000
      for (let ms = Math.ceil(piece.from / per); ms < piece.to / per; ms++) {
        const i = Math.min(p.until - 1, Math.max(p.from, Math.round(ms * per))) - p.from
        if (shape.level[i]! < 0.05 || piece.gain < 1) continue
        truth.hz[Math.round(ms + lead / per)] =
          p.hz * piece.ratio * 2 ** ((cents[p.from + i]! + shape.cents[i]!) / 1200)
      }
    }
    for (let i = p.from; i < p.until; i++)
      air[i] = Math.max(
        air[i]!,
        gain * airAt(p.attack, shape.level, i - p.from, sampleRate, manner.breathDb ?? -50),
      )
    tell(truth, p, inst, lead, manner.detuneCents ?? 0, sampleRate)
  }

  truth.hnrDb = breathe(samples, air, lead, peak * 10 ** ((manner.breathDb ?? -50) / 20), random)
  if (manner.dronesDb !== undefined) drone(samples, manner.dronesDb, inst.partials, phrase, sampleRate)
  if (phrase.around) put(samples, sampleRate, phrase.around, random, playPhrase)
  return { samples, truth }
}

interface Sounding {
  p: Placed
  piece: Piece
  inst: Instrument
  shape: { level: Float32Array }
  levelDb: Float32Array
  /** Of the note's fundamental, radians. */
  phases: Float64Array
  level: number
  gain: number
  lead: number
  sampleRate: number
}

/** Adds one piece of a note to what sounds. */
function sound(samples: Float32Array, s: Sounding): void {
  const { p, piece, shape, levelDb, phases, sampleRate } = s
  // What begins in mid-air is faded across; what begins with the note has the note's own beginning.
  const fadeIn = piece.from > p.from || p.runs ? crossingOf(piece, sampleRate) : 1
  const fadeOut = piece.to < p.until ? crossingOf(piece, sampleRate) : Math.max(1, p.crossing)
  const voice = soundingOf(s.inst, p.hz * piece.ratio, p.writtenMidi, sampleRate)
  const amplitudes = new Float64Array(Math.max(1, voice.count))
  const reach = Math.min(p.until, piece.to + (piece.to < p.until ? fadeOut : 0))
  const fades = p.goesOn || piece.to < p.until
  for (let i = piece.from; i < reach; i++) {
    const k = i - p.from
    const own = shape.level[k]!
    if ((i - piece.from) % 32 === 0)
      voice.partialsAt(-levelDb[i]! - 20 * Math.log10(Math.max(1e-3, own * s.gain)), amplitudes)
    const fade = Math.min(1, (i - piece.from + 1) / fadeIn) * (fades ? Math.min(1, (reach - i) / fadeOut) : 1)
    const theta = phases[k]! * piece.ratio
    const rough = piece.beats ? 1 + piece.beats * Math.sin((2 * Math.PI * GURGLE_HZ * i) / sampleRate) : 1
    let wave = Math.sin(theta)
    if (!piece.pure) {
      // Sines of multiples by Chebyshev's recurrence.
      const turn = 2 * Math.cos(theta)
      let s1 = Math.sin(theta)
      let s2 = 0
      wave = 0
      for (let h = 0; h < voice.count; h++) {
        wave += amplitudes[h]! * s1
        const s0 = turn * s1 - s2
        s2 = s1
        s1 = s0
      }
    }
    samples[s.lead + i]! += s.level * own * 10 ** (levelDb[i]! / 20) * piece.gain * fade * rough * wave
  }
}

/** Adds the breath. @returns tone over breath where the note is fully there, dB */
function breathe(
  samples: Float32Array,
  air: Float32Array,
  lead: number,
  breath: number,
  random: Random,
): number {
  let tonePower = 0
  let airPower = 0
  for (let i = 0; i < air.length; i++) {
    const noise = breath * air[i]! * random.normal()
    if (air[i]! > 0.9) {
      tonePower += samples[lead + i]! ** 2
      airPower += noise ** 2
    }
    samples[lead + i]! += noise
  }
  return 10 * Math.log10(tonePower / airPower)
}

function crossingOf(piece: Piece, sampleRate: number): number {
  return Math.max(1, Math.min(CROSSING_S * sampleRate, (piece.to - piece.from) / 3))
}

/** The level falls in 4/10 of a stroke, stays for 2/10 and rises again: `at` is where it begins to rise. */
function dent(stroke: Stroke, at: number, sampleRate: number, levelDb: Float32Array, cents: Float32Array) {
  const length = (stroke.lengthMs / 1000) * sampleRate
  for (
    let i = Math.max(0, Math.ceil(at - 0.6 * length));
    i < Math.min(levelDb.length, at + 0.4 * length);
    i++
  ) {
    const x = (i - at) / length
    const share = x < -0.2 ? (x + 0.6) / 0.4 : x < 0 ? 1 : 1 - x / 0.4
    const depth = (1 - Math.cos(Math.PI * share)) / 2
    levelDb[i]! -= stroke.depthDb * depth
    cents[i]! -= (stroke.dipCents ?? 0) * depth
  }
}

/** Air before a tone is this far below its peak, dB. */
const AIR_FIRST_DB = -20

/** Breath sounds with the tone, and before it where the note speaks with air first; in multiples of the breath. */
function airAt(attack: Attack, own: Float32Array, i: number, sampleRate: number, breathDb: number): number {
  if (attack.kind !== 'airy') return own[i]!
  const first = (attack.lengthMs ?? 80) / 1000
  if (i / sampleRate >= first) return own[i]!
  return Math.max(1, 10 ** ((AIR_FIRST_DB - breathDb) / 20)) * Math.min(1, i / (0.01 * sampleRate))
}

/** Drones: two tenors an octave below the low A's own octave, a bass another octave down; steady, no matter what is played. */
function drone(
  samples: Float32Array,
  db: number,
  partials: readonly number[],
  phrase: Phrase,
  sampleRate: number,
) {
  const low = hzOfMidi(
    writtenNote(instrument(phrase.instrument), 'A4').midi + instrument(phrase.instrument).transposition,
    phrase.a4Hz,
  )
  const level = (phrase.peak ?? 0.5) * 10 ** (db / 20)
  const sum = partials.reduce((a, b) => a + b, 0)
  for (const [hz, share] of [
    [low / 2, 1],
    [low / 2.002, 1],
    [low / 4, 0.8],
  ] as const)
    for (let i = 0; i < samples.length; i++) {
      const theta = (2 * Math.PI * hz * i) / sampleRate
      let wave = 0
      for (let h = 0; h < partials.length; h++) wave += (partials[h]! / sum) * Math.sin((h + 1) * theta)
      samples[i]! += level * share * wave
    }
}
