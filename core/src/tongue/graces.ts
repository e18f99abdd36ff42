import type { GraceMove, Graces } from '../instruments/index.ts'
import { hzOfMidi, parseNote } from '../pitch/index.ts'
import type { Along } from '../sound/index.ts'

/** A stretch of one of the instrument's notes. */
export interface Run {
  /** Index into the instrument's notes; −1 for a sound that is none of them. */
  note: number
  startS: number
  endS: number
}

/** A movement as it was heard. */
export interface HeardMove {
  startS: number
  /** Written, with how long each sounded, ms; the last one, which stays, is left out. */
  quick: { written: string; lengthMs: number }[]
  /** Sounds that don't belong to it, with the fingers that were late or early. */
  noises: { heard: string; lengthMs: number; late: string[]; early: string[] }[]
  meanMs: number
  /** Spread of the quick notes, ms (root mean square); 0 for one alone. */
  unevenMs: number
}

/** Chosen by Halitus, after trials with the simulated chanter. */
export const GRACE = {
  /** Something else is heard for less than this on the way from one note to the next, ms. */
  onTheWayMs: 20,
  /** Longer is a melody note, ms. */
  longestMs: 160,
  /** Even: within this share of their length. */
  evenShare: 0.25,
} as const

/** The pitches of an instrument's notes as they sound, Hz, in their order. @param transposition semitones from written to sounding */
export const pitchesOf = (graces: Graces, transposition: number, a4Hz = 440): number[] =>
  graces.notes.map((n) => hzOfMidi(parseNote(n.written).midi + transposition, a4Hz))

/** Stretches of one note each, from what sounds at each moment. */
export function runsOf({ index, hopS }: Along): Run[] {
  const runs: Run[] = []
  index.forEach((note, i) => {
    const last = runs.at(-1)
    if (last && last.note === note) last.endS = (i + 1) * hopS
    else runs.push({ note, startS: i * hopS, endS: (i + 1) * hopS })
  })
  return tidied(runs)
}

/** Moments on the way from one note to the next are split between both. */
function tidied(runs: readonly Run[]): Run[] {
  const out: Run[] = []
  runs.forEach((run, i) => {
    const [last, next] = [out.at(-1), runs[i + 1]]
    if (run.note < 0 && last && next && 1000 * (run.endS - run.startS) < GRACE.onTheWayMs) {
      last.endS = next.startS = (run.startS + run.endS) / 2
      return
    }
    if (last && last.note === run.note) last.endS = run.endS
    else out.push({ ...run })
  })
  return out
}

/**
 * The fingers of each note of a movement. A gracenote above the note it adorns is that note with one finger off; all else
 * has its own fingering.
 */
export function fingersAlong(graces: Graces, notes: readonly string[]): string[][] {
  const midi = (written: string) => parseNote(written).midi
  const own = (written: string) => [
    ...(graces.notes.find((n) => midi(n.written) === midi(written))?.touches ?? []),
  ]
  return notes.map((written, i) => {
    const adorned = notes[i + 1]
    const lifted = graces.lifts[written]
    if (adorned === undefined || !lifted || midi(written) <= midi(adorned)) return own(written)
    return own(adorned).filter((t) => t !== lifted)
  })
}

/** Which fingers stand otherwise in a sound between two notes: still as before, or already as after. */
function strayed(before: readonly string[], heard: readonly string[], after: readonly string[]) {
  const [a, x, b] = [new Set(before), new Set(heard), new Set(after)]
  const moves = [...new Set([...before, ...after])].filter((t) => a.has(t) !== b.has(t))
  const late = moves.filter((t) => x.has(t) === a.has(t))
  const early = moves.filter((t) => x.has(t) === b.has(t))
  // Where some have moved and some haven't, the fewer are the odd ones out.
  return late.length <= early.length ? { late, early: [] } : { late: [], early }
}

/**
 * Every time a movement was played: its quick notes in their order, with nothing or crossing noises in between.
 * @param form the movement on the note it was asked on
 */
export function movesIn(runs: readonly Run[], graces: Graces, form: GraceMove['forms'][number]): HeardMove[] {
  const index = (written: string) =>
    graces.notes.findIndex((n) => parseNote(n.written).midi === parseNote(written).midi)
  // A movement that begins with its own melody note begins with what is short in it.
  const asked = form.notes[0] === form.on ? form.notes.slice(1) : form.notes
  const wanted = asked.map(index)
  const fingers = fingersAlong(graces, asked)
  const found: HeardMove[] = []
  const ms = (r: Run) => 1000 * (r.endS - r.startS)
  for (let i = 0; i < runs.length; i++) {
    if (runs[i]!.note !== wanted[0] || ms(runs[i]!) > GRACE.longestMs) continue
    const quick: HeardMove['quick'] = []
    const noises: HeardMove['noises'] = []
    let at = i
    let k = 0
    while (k < wanted.length && at < runs.length) {
      const run = runs[at]!
      if (k && run.startS - runs[at - 1]!.endS > 0.04) break
      const isLast = k === wanted.length - 1
      if (run.note === wanted[k]) {
        if (!isLast && ms(run) > GRACE.longestMs) break
        if (!isLast) quick.push({ written: graces.notes[run.note]!.written, lengthMs: ms(run) })
        k++
      } else {
        if (ms(run) > GRACE.longestMs || noises.length >= 2) break
        noises.push({
          heard: graces.notes[run.note]?.name ?? 'another sound',
          lengthMs: ms(run),
          ...(run.note < 0 || !k
            ? { late: [], early: [] }
            : strayed(fingers[k - 1]!, graces.notes[run.note]!.touches, fingers[k]!)),
        })
      }
      at++
    }
    if (k < wanted.length) continue
    const lengths = quick.map((q) => q.lengthMs)
    const meanMs = lengths.reduce((a, b) => a + b, 0) / lengths.length
    found.push({
      startS: runs[i]!.startS,
      quick,
      noises,
      meanMs,
      unevenMs: Math.sqrt(lengths.reduce((s, l) => s + (l - meanMs) ** 2, 0) / lengths.length),
    })
    i = at - 2
  }
  return found
}

/** All times a movement was heard, in one. */
export interface GraceReport {
  count: number
  meanMs: number
  /** Of the quick notes within a movement, and of movements among each other; ms. */
  unevenMs: number
  noises: number
  /** Fingers that were late or early most often. */
  fingers: string[]
}

/** @returns undefined when it wasn't heard */
export function graceReport(moves: readonly HeardMove[]): GraceReport | undefined {
  if (!moves.length) return undefined
  const lengths = moves.flatMap((m) => m.quick.map((q) => q.lengthMs))
  const meanMs = lengths.reduce((a, b) => a + b, 0) / lengths.length
  const noises = moves.flatMap((m) => m.noises)
  const counted = new Map<string, number>()
  for (const f of noises.flatMap((n) => [...n.late, ...n.early])) counted.set(f, (counted.get(f) ?? 0) + 1)
  return {
    count: moves.length,
    meanMs,
    unevenMs: Math.sqrt(lengths.reduce((s, l) => s + (l - meanMs) ** 2, 0) / lengths.length),
    noises: noises.length,
    fingers: [...counted].sort((a, b) => b[1] - a[1]).map(([f]) => f),
  }
}

/** Whether gracenotes were short and even enough to go faster. @param usualMs a good player's */
export const graceHolds = (
  r: Pick<GraceReport, 'meanMs' | 'unevenMs' | 'noises'>,
  usualMs: number,
): boolean =>
  Math.round(r.meanMs) <= 1.5 * usualMs && r.unevenMs <= GRACE.evenShare * r.meanMs && r.noises === 0

/** What to say of it, with what to do. */
export function graceWords(r: GraceReport, usualMs: number): { words: string; tip: string } {
  const mean = Math.round(r.meanMs)
  if (r.noises)
    return {
      words: `${r.noises} crossing ${r.noises === 1 ? 'noise' : 'noises'} in ${r.count}${r.fingers.length ? `: ${r.fingers.slice(0, 2).join(' and ')}` : ''}.`,
      tip: 'Slowly, finger by finger; the hands move at one moment or not at all.',
    }
  if (mean > 1.5 * usualMs)
    return {
      words: `${mean} ms each: they are notes, not gracenotes.`,
      tip: 'Off and on in one movement, from the knuckle; slower tune, same short flick.',
    }
  if (r.unevenMs > GRACE.evenShare * r.meanMs)
    return {
      words: `${mean} ms each, uneven by ${Math.round(r.unevenMs)} ms.`,
      tip: 'Open it up: slow enough that each sounds alike, then closer together.',
    }
  return { words: `${mean} ms each, even and clean.`, tip: 'The same at the next tempo.' }
}

/** A movement written out as it is played: the melody note, the movement, and again. @param quickMs of each quick note */
export function playedOut(
  form: GraceMove['forms'][number],
  from: string,
  quickMs: number,
  melodyS: number,
  rounds: number,
): { written: string; lengthS: number }[] {
  const asked = form.notes[0] === form.on ? form.notes.slice(1) : form.notes
  const start = form.notes[0] === form.on ? form.on : from
  return Array.from({ length: rounds }, () => [
    { written: start, lengthS: melodyS },
    ...asked.slice(0, -1).map((written) => ({ written, lengthS: quickMs / 1000 })),
    { written: asked.at(-1)!, lengthS: melodyS },
  ]).flat()
}
