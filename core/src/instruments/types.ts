import type { School, Taught } from '../schools/index.ts'
import type { Gauge } from './placement.ts'
import type { Source } from './source.ts'
import type { Mouth } from './mouth.ts'
import type { Tongue } from './tongues.ts'

/** `L1`, `LT:reg`, `R4:Eb`: a bare finger is the hole, ring or plate it rests on; `L1:half` has it half open. */
export type TouchId = string

export type Finger = 'thumb' | 'index' | 'middle' | 'ring' | 'little' | 'palm'
export type Hand = 'left' | 'right'

/** One thing a finger can hold down. */
export interface Touch {
  id: TouchId
  hand: Hand
  finger: Finger
  kind: 'hole' | 'ring' | 'plate' | 'key'
  /** The touch that this one is when only half held: it lies in the same place and half opens the same hole. */
  halfOf?: TouchId
  /** What stands on it in drawings: finger number, T, or the key's letter. */
  label: string
  /** Plain words: “left index”, “register key”. */
  name: string
  /** Where it lies along the tube, mm from the place where the sound is made. */
  atMm: number
  /** Which line of the lying drawing it belongs to. */
  row: 'front' | 'upper' | 'lower' | 'little'
}

/** One opening of the tube. */
export interface ToneHole {
  id: string
  /** mm from the reed tip or the middle of the embouchure hole. */
  atMm: number
  diameterMm: number
  rest: 'open' | 'closed'
  /** Vents help a register to speak and don't end the sounding column. */
  role: 'tone' | 'vent'
  /** Two small holes side by side under one finger: half of it closes one of them. */
  twin?: true
  /** Touches that close it (from open at rest) or open it (from closed at rest) themselves. */
  movedBy: TouchId[]
}

/**
 * Rods, rings and bridges: what moves a hole that no finger rests on, when any of `by` is held and all of `needs`; another
 * rod holds it back while any of `unless` is.
 */
export interface Linkage {
  id: string
  /** What a repairer would call it. */
  name: string
  by: TouchId[]
  needs?: TouchId[]
  unless?: TouchId[]
  moves: string[]
}

/** A place along the tube and the diameter there, mm; straight lines between such points make cylinders and cones. */
export interface Section {
  atMm: number
  diameterMm: number
}

/**
 * One measured bore: where the sound is made, the inner diameter along it, its holes. Positions in mm from the reed tip
 * or the middle of the embouchure hole, never worked out from the notes they give.
 */
export interface Bore {
  /** A jet leaves the upper end open, a reed closes it. */
  mouth: 'jet' | 'reed'
  startMm: number
  endMm: number
  /** Inner diameter from where the sound is made to the end. */
  profile: Section[]
  /** Outer diameter along the length, for the drawing. */
  outline: Section[]
  /** Rings and tenons where joints meet. */
  jointsMm: number[]
  holes: ToneHole[]
  source: Source
}

export type FingeringKind = 'standard' | 'alternate' | 'trill'

export interface Fingering {
  written: string
  touches: TouchId[]
  kind: FingeringKind
  /** 1 is the lowest register. */
  register: number
  /** What a teacher takes it for, in a few words. */
  use: string
  confidence: 'high' | 'medium'
}

/** Everything that fingers need. */
export interface FingerSystem {
  touches: Touch[]
  bore: Bore
  linkages: Linkage[]
  /** Touches that one finger can hold at the same time; any others of one finger shut each other out. */
  together: [TouchId, TouchId][]
  chart: Fingering[]
  /** Where a register ends; `start` is the fingering that the advice begins from. */
  breaks: { from: string; to: string; preparation: string; start?: TouchId[] }[]
}

/** One way of fingering an instrument; `fingers` is null while its chart hasn't been written and compared. */
export interface NamedSystem {
  id: string
  name: string
  fingers: FingerSystem | null
  /** Instruments of this system have other holes than the bore that is known: only their fingers are. */
  otherHoles?: true
}

export type SetupPhase = 'materials' | 'reed' | 'assembly' | 'hold' | 'sound' | 'after'

/** One thing to look at, with what goes wrong and what that sounds or feels like. */
export interface SetupStep {
  id: string
  phase: SetupPhase
  /** `first`: smallest sounding part only; `full`: whole instrument. */
  sequences: ('first' | 'full')[]
  title: string
  look: string
  tolerance?: string
  faults: { id: string; what: string; effect: string }[]
  caution?: string
  source: Source
}

/** The smallest thing that sounds, with its pitch, concert; null where no pitch is meant, only a steady one. */
export interface SmallPart {
  id: string
  part: string
  concert: string | null
  /** Other pitches that teachers accept. */
  also?: string[]
  /** Beside the way to the whole instrument: nobody has to get it first. */
  aside?: true
  source: Source
}

export interface Teaching {
  firstNotes: string[]
  smallParts: SmallPart[]
  /** What the teacher watches and listens for at the mouth. */
  embouchure: { point: string; listen: string }[]
  /** How pitch tends to move when the tone gets louder. */
  loudTendency: 'flat' | 'sharp'
  /** What lips and air do so that the pitch stays while it gets louder and softer. */
  loudAndSoft: string
  listenFor: string
  /** Where that is about certain written notes: which ones, and what to listen for until all of them are known. */
  listenFirst?: { until: string[]; words: string }
}

/** One thing that can be done to a double or chanter reed. */
export interface Adjustment {
  id: string
  title: string
  changes: string
  /** Who may do it. */
  by: 'player' | 'teacher' | 'reed maker'
}

/** What the reed alone should sound: pitch class, where one is meant, and how. */
export interface CrowTarget {
  pitchClass: string | null
  octaves: boolean
  words: string
}

export type ReedKind = 'single' | 'double' | 'chanter'

/** The reed that an instrument takes. */
export interface ReedType {
  kind: ReedKind
  /** null: nobody judges this reed by blowing it alone. */
  crow: CrowTarget | null
  /** In the order of what can be undone most easily. */
  adjustments: Adjustment[]
  /** How long it soaks before it is played, s, and what that is called; null: it stays dry. */
  soak: { name: string; seconds: number } | null
}

/** From this written note upwards fingerings sound this partial of their tube. */
export interface Register {
  from: string
  partial: number
}

/** What another school teaches otherwise on this instrument. */
export interface Variation {
  school: string
  choice: string
  firstNotes?: string[]
  /** The fingering system that is taught, by its id. */
  system?: string
  /** Ratios that are other ones, by written note. */
  ratios?: Just['ratios']
  /** What is right, by `gauge.measure`. */
  ideals?: Record<string, [number, number]>
  /** Steps of the set-up that are done otherwise. */
  steps?: Record<string, Partial<Pick<SetupStep, 'title' | 'look'>>>
  /** A step that goes ahead of another. */
  ahead?: Record<string, string>
  /** The order of phases. */
  phases?: SetupPhase[]
  /** Other words for what is done otherwise, in set-up, at the mouth and in what squeaks mean. */
  says?: Taught['says']
  /** What this way teaches as right: no cause, no sign of one. */
  right?: Taught['right']
}

/** How partials change with pitch and loudness (from memory; only the pattern matters). */
export interface Voice {
  /** Resonances that stay where they are, whatever the note. */
  formants?: readonly { hz: number; widthHz: number; db: number }[]
  /** dB that each octave of partials loses for each dB softer; 0.25 when left out. */
  brightens?: number
  /** From this written note upwards even partials are as strong as odd ones. */
  fullFrom?: string
}

/** A scale in whole-number ratios over a note; written. */
export interface Just {
  over: string
  ratios: Readonly<Record<string, readonly [number, number]>>
}

/** Everything that is known of an instrument; what depends on which one it is stands here and nowhere else. */
/** A movement of quick fingers that parts or adorns notes. */
export interface GraceMove {
  id: string
  name: string
  /** In a sentence, to be said aloud. */
  how: string
  /** For each note it can stand on: all that sounds, the last one stays. Written. */
  forms: readonly { on: string; notes: readonly string[] }[]
}

/** An instrument whose notes are parted by gracenotes. */
export interface Graces {
  /** All notes it has, from low to high, with their players' names and fingers. */
  notes: readonly { written: string; name: string; touches: readonly TouchId[] }[]
  moves: readonly GraceMove[]
  /** Which one finger makes a gracenote by lifting off the note it adorns, by its written note. */
  lifts: Readonly<Record<string, TouchId>>
  /** A gracenote of a good player lasts about so long, ms (common practice, no source). */
  usualMs: number
}

export interface Instrument {
  id: string
  name: string
  family: string
  /** Semitones from the written note to the sounding one. */
  transposition: number
  clef: 'treble' | 'bass'
  /** Inclusive, as the player reads. */
  range: {
    beginner: [string, string]
    full: [string, string]
    /** Notes that not every one of these instruments has. */
    some?: string[]
  }
  teaching: Teaching
  /** What can be wrong where sound is made, and what to try. */
  mouth: Mouth
  /** How notes are tongued; null where no tongue is used. */
  tongue: Tongue | null
  /** What parts notes in place of the tongue; null where the tongue does. */
  graces: Graces | null
  /** The usual one first. */
  systems: [NamedSystem, ...NamedSystem[]]
  bore: Bore
  /** Above the lowest, from low to high. */
  registers: Register[]
  /** Where notes stand in whole-number ratios over one of them, as over a drone; left out where the scale is tempered. */
  just?: Just
  /** What its players call parts of the range, from low to high; registers are counted where they have no names. */
  terraces?: readonly { from: string; name: string }[]
  /** Amplitudes of partials 1, 2, 3 … in their usual proportions (from memory; only the pattern matters). */
  partials: readonly number[]
  /** What the simulated player does with them; left out where nothing is special. */
  voice?: Voice
  reed: ReedType | null
  gauges: Gauge[]
  setup: SetupStep[]
  /** Where its teachers disagree, and what that changes here. */
  schools: readonly School[]
  variations: Variation[]
  /** What the chosen ways say otherwise; left out where they say nothing. */
  taught?: Taught
}
