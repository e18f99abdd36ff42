import { breaksOf, breakSteps } from '@halitus/core/crossings'
import { introduce, orderOfNotes, rangeWords, registerMap, slideOf } from '@halitus/core/fingering'
import { fingerSystem, instrument } from '@halitus/core/instruments'
import { parseNote } from '@halitus/core/pitch'

/** The way over the first break, as a teacher reads it aloud: title, what to do, what is played, how often. */
export function wayOver(id: string): string[] {
  const inst = instrument(id)
  const [at] = breaksOf(inst)
  if (!at) return []
  return breakSteps(inst, at).map(
    (s) =>
      `${s.title}: ${s.ask} [${s.heard}, ${s.begins}, ${s.times}${s.direction ? `, ${s.direction.from} to ${s.direction.to}` : ''}] ${s.notes.map((n) => n.written).join(' ')}`,
  )
}

/** What is said wherever one finger would slide between two standard fingerings up to a third apart, each sentence once. */
export function slides(id: string): string[] {
  const system = fingerSystem(instrument(id))
  const standards = system.chart.filter((f) => f.kind === 'standard')
  const near = (a: string, b: string) => Math.abs(parseNote(a).midi - parseNote(b).midi) <= 4
  return [
    ...new Set(
      standards.flatMap((a) =>
        standards.flatMap((b) => (near(a.written, b.written) ? (slideOf(system, a, b)?.words ?? []) : [])),
      ),
    ),
  ]
}

/** The order of notes, the registers with what each note comes from, and how two new notes are met. */
export function range(id: string): string[] {
  const inst = instrument(id)
  const order = orderOfNotes(inst)
  const meet = (k: number) => {
    const { beside, touches, words } = introduce(inst, order[k]!, order.slice(0, k))
    return `${order[k]} (${touches.join(' ')}) beside ${beside?.written}: ${words}`
  }
  return [
    order.join(' '),
    ...registerMap(inst).map(
      (t) =>
        `${t.name}${t.above ? `, ${t.above}` : ''}: ${t.notes.map((n) => `${n.written}${n.from ? `<${n.from.written}×${n.from.partial} ${n.from.vent}` : ''}`).join(' ')}`,
    ),
    ...[fingerSystem(inst).chart[0]!.written, order.at(-1)!].map((n) => rangeWords(inst, n)),
    meet(Math.min(5, order.length - 1)),
    meet(order.length - 1),
  ]
}
