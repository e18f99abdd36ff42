import { OutOfRange } from '../errors/index.ts'
import { chartedAs } from '../fingering/index.ts'
import { writtenNote, type Instrument, type TouchId } from '../instruments/index.ts'
import { heardNote, hzOfMidi, parseNote } from '../pitch/index.ts'
import { airOf, checkTouches, openWith, type Air, type Leak } from './air.ts'
import { firmness, RULE } from './regime.ts'
import type { Fingers } from './table.ts'

/** One pitch that some fingers may sound. */
export interface Candidate {
  written: string
  hz: number
  /** From the tempered note, sharp is positive. */
  cents: number
  register: number
  /** How likely it sounds, of 1 over all candidates. */
  likelihood: number
}

/** What a player means to sound: lips and breath are set for it. */
export interface Intent {
  /** As it sounds at A4 = 440 Hz. */
  hz: number
  /** How firmly, 0 to 1: 0 leaves it to the tube, 1 holds on to it. */
  grip: number
}

/** How firmly a beginner holds on to what is meant, and what else a prediction may be asked. */
export const USUAL_GRIP = 0.5
export interface Asked {
  /** Fingers that don't close their holes. */
  leaks?: readonly Leak[]
  /** The written note that is meant; without it what the chart knows of the touches, else nothing. */
  intended?: string
  grip?: number
  a4Hz?: number
}

/** At a full grip so many octaves off what is meant are one standard deviation (chosen by Halitus, held against the charts). */
const REACH = { reed: 0.3, jet: 0.2 }
/**
 * What lips and breath that are set for one pitch leave of another, as a logarithm below zero turned round: 0 at the pitch
 * that is meant. A jet goes by its breath alone: how fast it blows is how high it wants to sound.
 * @param other Hz
 */
export const reluctance = ({ hz, grip }: Intent, other: number, mouth: 'reed' | 'jet' = 'reed') =>
  0.5 * grip * (Math.log2(other / hz) / REACH[mouth]) ** 2

/** Which register a written pitch belongs to. */
export function registerAt(inst: Instrument, midi: number): number {
  return 1 + inst.registers.filter((r) => parseNote(r.from).midi <= Math.round(midi)).length
}

/** What some written note is meant, at A4 = 440 Hz. @throws NoteError for a note outside the range, OutOfRange for a grip */
export function intentOf(inst: Instrument, written: string, grip = USUAL_GRIP): Intent {
  if (!(grip >= 0 && grip <= 1)) throw new OutOfRange(`The grip is ${grip}; allowed: 0 to 1.`)
  return { hz: hzOfMidi(writtenNote(inst, written).midi + inst.transposition, 440), grip }
}

/** Candidates less likely than this aren't looked at closer. */
const LOOKED = 0.005
/** A table's resonance is this near to the model's, cents. */
const NEAR = 30

/**
 * What some fingers sound: every resonance within the instrument's range, the likeliest first.
 * @throws OutOfRange for touches that aren't there or that one finger can't hold at once, for leaks and grips outside 0 to 1
 */
export function predict(inst: Instrument, touches: readonly TouchId[], asked: Asked = {}): Candidate[] {
  const air = airOf(inst)
  const { leaks = [], intended, grip, a4Hz = 440 } = asked
  checkTouches(air.system, touches, leaks)
  const meant = intended ? [intended] : chartedAs(air.system, touches).map((f) => f.written)
  const open = openWith(air, touches, leaks)
  const found = sounding(
    air,
    air.table.fingers(open),
    [...new Set(meant)].map((written) => intentOf(inst, written, grip)),
  )
  // An instrument is built for the pitch of its studio: all of it moves with A4.
  const scale = a4Hz / 440
  return found
    .map(({ hz, likelihood }) => {
      const exact = likelihood > LOOKED ? air.model.follow(open, hz, NEAR) : undefined
      const sounds = (exact ?? hz) * scale
      const { written, cents, writtenMidi } = heardNote(sounds, inst.transposition, a4Hz)
      return { written, hz: sounds, cents, register: registerAt(inst, writtenMidi), likelihood }
    })
    .sort((a, b) => b.likelihood - a.likelihood)
}

/** A pitch at A4 = 440 Hz and how likely it is. */
export interface Sounding {
  hz: number
  likelihood: number
}
const PLACES = new Float64Array(64)

/**
 * What a tube sounds under some fingers, low to high. Several intents are equally likely ones: nobody knows which.
 */
export function sounding(air: Air, fingers: Fingers, intents: readonly Intent[] = []): Sounding[] {
  const { table } = air
  const count = table.resonances(fingers, PLACES)
  const own: number[] = []
  const hz: number[] = []
  for (let i = 0; i < count; i++) {
    const place = PLACES[i]!
    hz.push(table.hzAt(place))
    own.push(firmness((n) => table.answer(place + table.placesUp(n), fingers), hz[i]!))
  }
  const shares = new Array<number>(count).fill(0)
  for (const intent of intents.length ? intents : [undefined]) {
    const all = own.map(
      (u, i) => RULE.sharp * u - (intent ? reluctance(intent, hz[i]!, air.inst.bore.mouth) : 0),
    )
    const most = Math.max(...all)
    const weights = all.map((u) => Math.exp(u - most))
    const sum = weights.reduce((a, b) => a + b, 0) * Math.max(1, intents.length)
    weights.forEach((w, i) => (shares[i] = shares[i]! + w / sum))
  }
  return hz.map((h, i) => ({ hz: h, likelihood: shares[i]! }))
}
