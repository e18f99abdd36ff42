import { judgeCrossings, type Verdict } from '@halitus/core/crossings'
import { allInstruments, fingerSystem, standardFingering, type Instrument } from '@halitus/core/instruments'
import { noteName, parseNote } from '@halitus/core/pitch'
import { playPhrase, seeded, type PhraseNote, type Random } from '@halitus/core/player'
import { analyse } from '@halitus/core/sound'
import type { Row } from './lines.ts'
import { RATE } from './material.ts'

const EACH = 10
/** Notes of the beginner's range that lie up to so far apart, semitones. */
const REACH = 7

function move(inst: Instrument, random: Random): [string, string] {
  const [low, high] = inst.range.beginner.map((n) => parseNote(n).midi) as [number, number]
  const notes =
    inst.graces?.notes.map((n) => n.written) ??
    Array.from({ length: high - low + 1 }, (_, i) => noteName(low + i))
  for (;;) {
    const a = Math.floor(random() * notes.length)
    const b = a + Math.floor(random.between(-REACH, REACH + 1))
    if (a !== b && notes[b]) return [notes[a]!, notes[b]]
  }
}

/** Six changes there and back; the first and the fifth with something between. @returns verdicts of all six */
function verdicts(
  inst: Instrument,
  [from, to]: [string, string],
  between: Partial<PhraseNote>,
  seed: number,
  detuneCents: number,
): (Verdict | undefined)[] {
  const notes = Array.from({ length: 7 }, (_, n): PhraseNote => ({
    written: n % 2 ? to : from,
    lengthS: 0.42,
    begins: n ? 'slur' : 'breath',
    ...(n % 4 === 1 && between),
  }))
  const manner = { unsteadyCents: 4, breathDb: -40, detuneCents }
  const { samples, truth } = playPhrase({ instrument: inst.id, notes, seed, manner }, RATE)
  const { transposition } = inst
  const [a, b] = [from, to].map((note) => standardFingering(inst, note)) as [never, never]
  const heard = analyse(samples, RATE, { transposition })
  const found = judgeCrossings(samples, RATE, heard, fingerSystem(inst), a, b, { transposition })
  return truth.notes
    .slice(1)
    .map(({ startS }) => found.find((f) => Math.abs(f.timeS - startS) < 0.2)?.verdict)
}

/** Squeaks and leaps into another register of 40 to 80 ms inside a change, on the simulated player of all families. */
export function strangers(seed: number): Row[] {
  const random = seeded(seed)
  const [squeaks, leaps, clean] = [[], [], []] as [unknown[], unknown[], unknown[]]
  const sort = (list: (Verdict | undefined)[], into: unknown[]) =>
    list.forEach((v, i) => (i % 4 ? clean : into).push(v))
  for (const inst of allInstruments())
    for (let k = 0; k < EACH; k++) {
      const ends = move(inst, random)
      const lengthMs = random.between(40, 80)
      const ratio = random() < 0.5 ? Math.floor(random.between(4, 8)) : random.between(3.5, 8)
      const cents = random.between(-25, 25)
      sort(verdicts(inst, ends, { attack: { kind: 'squeak', lengthMs, ratio } }, seed + k, cents), squeaks)
      // A register above, where the instrument has a note there to play it with.
      const written = noteName(parseNote(ends[1]).midi + random.pick([12, 19]))
      if (parseNote(written).midi <= parseNote(inst.range.full[1]!).midi)
        sort(verdicts(inst, ends, { between: { written, lengthMs } }, seed + k, cents), leaps)
    }
  const share = (list: unknown[], ...are: (Verdict | undefined)[]) =>
    list.filter((v) => are.includes(v as Verdict)).length / list.length
  const percent = (x: number) => `${(100 * x).toFixed(1)} %`
  const [squeak, leap, wrong] = [
    share(squeaks, 'squeak'),
    share(leaps, 'register'),
    1 - share(clean, 'clean'),
  ]
  return [
    {
      what: `crossings, 40 to 80 ms of a squeak / of another register inside: told, of ${squeaks.length} and ${leaps.length}; clean ones called unclean, of ${clean.length}`,
      target: '95 % / – / 1 %',
      found: `${percent(squeak)} (clean ${percent(share(squeaks, 'clean'))}) / ${percent(leap)} (as a note between with its vent ${percent(share(leaps, 'between'))}, as a squeak ${percent(share(leaps, 'squeak'))}) / ${percent(wrong)}`,
      met: squeak >= 0.95 && wrong <= 0.01,
    },
  ]
}
