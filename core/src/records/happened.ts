import { array, string, type InferType } from 'yup'
import { finite, noteText, strict } from '../fields/index.ts'
import { prettyNote } from '../pitch/index.ts'
import type { SoundReport } from '../sound/index.ts'

/** What may happen to a tone beside its numbers, the worst first. */
export const HAPPENINGS = ['squeak', 'leap', 'break', 'crack', 'gurgle', 'moved', 'again'] as const
export type HappeningKind = (typeof HAPPENINGS)[number]

const happening = strict({
  kind: string<HappeningKind>().required().oneOf(HAPPENINGS),
  place: string<'start' | 'inside' | 'end'>().required().oneOf(['start', 'inside', 'end']),
  /** Since the tone began, s. */
  atS: finite().min(0).max(600),
  /** The written note that it went to, where it stayed there. */
  to: noteText().optional(),
})
export type Happening = InferType<typeof happening>
/** What happened to a tone, as a field of an entry; left out where nobody listened for it. */
export const happenings = () => array().of(happening).optional().max(MOST)
/** More in one tone nobody reads. */
const MOST = 20

/** Sounds this near belong to the same breath as the tone, s; what ends it may lie that far behind its end. */
const NEAR_S = 0.12
/** Times are sums of steps: smaller differences are none, s. */
const CLOCK_GRAIN_S = 1e-6
/** A part of the breath on another note that is shorter than this was a finger between, not another note, s. */
const MOVED_S = 0.2

/** A room's echo and the last of a tone sound as two for so long, s. */
const TAIL_S = 0.2
/** So far below the tone, dB, it isn't the player's doing. */
const ELSE_DB = 12

type Span = { startS: number; endS: number }
type Tone = Span & { start: { kind: string }; hz: number }

/**
 * What happened to a tone that was meant to stay as it is: to its own accidents come what its breath held before and after
 * it, another register, another note or another stroke.
 * @param tone the part that is judged, one of the report's notes
 * @param levelOf median level of a stretch, dB: what is much softer than the tone is the room's echo, a hum, a drone
 * @returns the worst kind first, within a kind in order of time
 */
export function happenedIn(
  report: Pick<SoundReport, 'notes' | 'squeaks' | 'cracks' | 'gurgles' | 'dropouts'>,
  tone: Tone,
  levelOf: (of: Span) => number = () => 0,
): Happening[] {
  const loud = (of: Span) => levelOf(of) >= levelOf(tone) - ELSE_DB
  const breath = breathOf(
    report.notes.filter((n) => n.startS === tone.startS || loud(n)),
    tone,
  )
  const from = breath[0]?.startS ?? tone.startS
  const to = breath.at(-1)?.endS ?? tone.endS
  const at = (s: number) => Math.round(10 * Math.max(0, s - from)) / 10
  const within = (a: Span) => a.startS >= from - NEAR_S && a.endS <= to + NEAR_S && loud(a)
  const placed =
    (kind: HappeningKind) =>
    (a: Span & { place?: string }): Happening => ({
      kind,
      place: a.place === 'start' || a.place === 'end' ? a.place : 'inside',
      atS: at(a.startS),
    })
  const changes = breath.slice(1).flatMap((note, i): Happening[] => {
    const before = breath[i]!
    const ratio = Math.max(note.hz, before.hz) / Math.min(note.hz, before.hz)
    const where = { place: 'inside', atS: at(note.startS) } as const
    // Where the tone was gone while the air went on, it comes back by no stroke.
    if (report.dropouts.some((d) => Math.abs(d.endS - note.startS) <= NEAR_S)) return []
    if (ratio < SAME_RATIO)
      return note.start.kind === 'tongued' ? [{ kind: 'again', ...where }] : [{ kind: 'break', ...where }]
    const partial = Math.round(ratio)
    const leapt = partial >= 2 && Math.abs(12 * Math.log2(ratio / partial)) <= ON_PARTIAL
    return [{ kind: leapt ? 'leap' : 'moved', ...where, to: note.written }]
  })
  const found = [
    ...report.squeaks.filter(within).map(placed('squeak')),
    ...report.cracks.filter(within).map(placed('crack')),
    ...report.gurgles.filter((g) => within(g) && g.startS < tone.endS - TAIL_S).map(placed('gurgle')),
    ...report.dropouts.filter((d) => d.startS >= from && d.endS <= to).map(placed('break')),
    ...changes,
  ]
  return found
    .sort((a, b) => HAPPENINGS.indexOf(a.kind) - HAPPENINGS.indexOf(b.kind) || a.atS - b.atS)
    .slice(0, MOST)
}

/** Less than a semitone apart it is the same note. */
const SAME_RATIO = 2 ** (0.8 / 12)
/** Within this of a whole multiple, in semitones, it is another register. */
const ON_PARTIAL = 0.5

type Note = SoundReport['notes'][number]
/** The notes that were sounded in one breath with a tone, itself among them. */
function breathOf(notes: readonly Note[], tone: Span): Note[] {
  const own = notes.findIndex((n) => n.startS === tone.startS)
  if (own < 0) return []
  let [from, to] = [own, own]
  const joins = (a: Note, b: Note) => b.startS - a.endS <= NEAR_S + CLOCK_GRAIN_S
  while (from > 0 && joins(notes[from - 1]!, notes[from]!)) from--
  while (to < notes.length - 1 && joins(notes[to]!, notes[to + 1]!)) to++
  return notes.slice(from, to + 1).filter((n) => n === notes[own] || n.endS - n.startS >= MOVED_S)
}

/**
 * Squeaks, cracks and gurgles from a take's first note to its last, the worst kind first; of a tune or a scale, where another note is
 * no accident.
 */
export function accidentsIn(
  report: Pick<SoundReport, 'notes' | 'squeaks' | 'cracks' | 'gurgles'>,
): Happening[] {
  const from = report.notes[0]?.startS ?? 0
  const to = report.notes.at(-1)?.endS ?? 0
  return (['squeak', 'crack', 'gurgle'] as const)
    .flatMap((kind) =>
      report[`${kind}s`]
        .filter((a) => a.endS >= from && a.startS <= to)
        .map((a) => ({
          kind,
          place: 'inside' as const,
          atS: Math.round(10 * Math.max(0, a.startS - from)) / 10,
        })),
    )
    .slice(0, MOST)
}

const times = (n: number) => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`)
const DOES: Record<HappeningKind, { past: string; start: string; end: string }> = {
  squeak: { past: 'squeaked', start: 'it squeaked at the start', end: 'it squeaked as it ended' },
  crack: { past: 'cracked', start: 'it cracked at the start', end: 'it cracked as it ended' },
  gurgle: { past: 'gurgled', start: 'it gurgled at the start', end: 'it gurgled at the end' },
  break: { past: 'broke off', start: 'it broke off at the start', end: 'it broke off at the end' },
  leap: { past: 'leapt', start: '', end: '' },
  moved: { past: 'moved', start: '', end: '' },
  again: { past: 'was tongued again', start: '', end: '' },
}

/** What happened once or several times in the same way: in words, and what to listen for. */
export interface Said {
  kind: HappeningKind
  words: string
  listen: string
}
/** As much as is needed to say it; what was merely counted has no moment. */
type Sayable = Pick<Happening, 'kind' | 'place' | 'to'> & { atS: number | null }

/**
 * What happened in words, one kind after another, the worst first.
 * @example happenedSaid([{ kind: 'leap', place: 'inside', atS: 2.1, to: 'E5' }])[0].words // 'it leapt to E5 after 2.1 s'
 */
export function happenedSaid(all: readonly Sayable[]): Said[] {
  const groups = new Map<string, Sayable[]>()
  for (const h of all) {
    const key = `${h.kind} ${h.place}`
    groups.set(key, [...(groups.get(key) ?? []), h])
  }
  return [...groups.values()].map((same) => {
    const first = same[0]!
    const one = LISTEN[first.kind]
    const listen = typeof one === 'string' ? one : one[first.place]
    return { kind: first.kind, words: wordsOf(same), listen }
  })
}
/** The worst of it as a sentence of its own; undefined when nothing happened. */
export function happenedFirst(all: readonly Happening[] | undefined): string | undefined {
  const said = happenedSaid(all ?? [])
    .slice(0, 2)
    .map((s) => s.words)
    .join('; also, ')
  return said ? `${said.charAt(0).toUpperCase()}${said.slice(1)}.` : undefined
}

function wordsOf(same: readonly Sayable[]): string {
  const { kind, place, atS, to } = same[0]!
  const does = DOES[kind]
  if (place !== 'inside') return does[place]
  const where = to ? ` to ${prettyNote(to)}` : ''
  const when = same.length > 1 || atS === null ? ` ${times(same.length)}` : ` after ${atS.toFixed(1)} s`
  return `it ${does.past}${where}${when}`
}

const LISTEN: Record<HappeningKind, string | Record<Happening['place'], string>> = {
  squeak: {
    start: 'The very beginning: is the note there before it is loud?',
    inside: 'The moment before it squeaks: what moves, a finger, the jaw or the air?',
    end: 'The very end: does everything stay still until the sound is gone?',
  },
  leap: 'The moment before it leaps: did the air change, or the mouth?',
  break: 'The air: does it go on at one speed, without a hole?',
  crack: {
    start: 'The first moment: fingers down and air ready before the note begins.',
    inside: 'The moment before it cracks: what moves, a finger, the jaw or the air?',
    end: 'The end: the air stops, the mouth stays.',
  },
  gurgle: 'One sound, not two: does it clear with a little more air or a lighter lip?',
  moved: 'One note only: which finger moved?',
  again: 'One breath, one beginning: does the tongue stay away after it?',
}
