import type { Turns } from './model.ts'
import { TuneError } from './refused.ts'

/** More bars than anybody plays: a file that asks for them repeats without end. */
const MOST_PLAYED = 100_000

/** The endings of one repeated part: their bars stand side by side. */
function lastEndings(turns: readonly Turns[]): number[] {
  const last = turns.map(() => 0)
  for (let from = 0; from < turns.length; from++) {
    if (!turns[from]!.ending) continue
    let to = from
    while (turns[to + 1]?.ending && !turns[to + 1]!.startsRepeat) to++
    const most = Math.max(...turns.slice(from, to + 1).flatMap((t) => t.ending!))
    last.fill(most, from, to + 1)
    from = to
  }
  return last
}

/** A coda sign where one leaves and one where one arrives: of two, the last is the coda. */
function placesOf(turns: readonly Turns[]) {
  const codas = turns.flatMap((t, i) => (t.coda ? [i] : []))
  const said = turns.flatMap((t, i) => (t.toCoda ? [i] : []))
  const leaves = said.length ? said : codas.length > 1 ? codas.slice(0, 1) : []
  const arrives = codas.filter((i) => !leaves.includes(i)).at(-1)
  return {
    leaves: new Set(arrives === undefined ? [] : leaves),
    arrives,
    segno: turns.findIndex((t) => t.segno),
  }
}

/**
 * Bars in the order of playing. A repeat without a start goes back to the last one’s end; after a jump nothing is repeated
 * and the last ending is taken (the rule of notation textbooks, from memory); a sign to go to a segno that isn’t there does
 * nothing.
 * @returns indices of bars @throws TuneError for more bars than anybody plays
 * @example unfold([{}, { ending: [1], endsRepeat: 2 }, { ending: [2] }]) // [0, 1, 0, 2]
 */
export function unfold(turns: readonly Turns[]): number[] {
  const last = lastEndings(turns)
  const { leaves, arrives, segno } = placesOf(turns)
  const order: number[] = []
  const jumps = new Set<number>()
  let [i, start, pass] = [0, 0, 1]
  const jumped = () => jumps.size > 0
  while (i < turns.length) {
    const t = turns[i]!
    if (t.startsRepeat && start !== i) [start, pass] = [i, 1]
    if (t.ending && !t.ending.includes(jumped() ? last[i]! : pass)) {
      // An ending that isn't played ends its part all the same.
      if (!turns[i + 1]?.ending) [start, pass] = [i + 1, 1]
      i++
      continue
    }
    order.push(i)
    if (order.length > MOST_PLAYED)
      throw new TuneError(
        `With its repeats it has more than ${MOST_PLAYED} bars; at most so many are played.`,
      )
    if (jumped() && t.fine) break
    if (jumped() && leaves.has(i)) {
      leaves.delete(i)
      i = arrives!
      continue
    }
    if (t.endsRepeat && !jumped()) {
      if (pass < Math.max(t.ending ? last[i]! : 0, t.ending ? 0 : t.endsRepeat)) {
        pass++
        i = start
        continue
      }
      ;[start, pass] = [i + 1, 1]
    } else if (t.ending && !turns[i + 1]?.ending) [start, pass] = [i + 1, 1]
    if (t.jump && !jumps.has(i) && !(t.jump === 'segno' && segno < 0)) {
      jumps.add(i)
      i = t.jump === 'capo' ? 0 : segno
      continue
    }
    i++
  }
  return order
}
