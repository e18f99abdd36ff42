import { array, boolean, string } from 'yup'
import { Refusal } from '../errors/index.ts'
import { noteText, strict } from '../fields/index.ts'
import type { Overruling } from '../fingering/index.ts'
import { fingeringsOf, fingerSystem, handConflicts, handsInWords, isCharted } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import { kindOf, slug } from './kind.ts'

/** One note of a passage with the fingering that was settled on. */
interface Settled {
  written: string
  touches: string[]
  /** The teacher took another than the one that was offered. */
  overruled: boolean
}

const said = (notes: readonly Settled[]) =>
  notes
    .slice(0, 6)
    .map((n) => prettyNote(n.written))
    .join(' ') + (notes.length > 6 ? ' …' : '')

/** A passage with its fingerings, as teacher and learner settled them. */
export const passage = kindOf(
  strict({
    tempo: string()
      .oneOf(['slow', 'fast'] as const)
      .required(),
    notes: array()
      .of(
        strict({
          written: noteText(),
          touches: array().of(string().required().max(20)).required().max(31),
          overruled: boolean().required(),
        }),
      )
      .required()
      .min(2)
      .max(64),
  }),
)({
  kind: 'passage',
  title: 'Passage',
  stages: ['fingers'],
  plan: { minutes: 3, air: false, everyDays: 28, ready: ({ entries }) => entries.length > 0 },
  fits: isCharted,
  check(inst, { notes }) {
    const known = new Set(fingerSystem(inst).touches.map((t) => t.id))
    notes.forEach((n, i) => {
      // Throws when the instrument doesn't have the note.
      fingeringsOf(inst, n.written)
      const field = `data.notes[${i}].touches`
      const odd = n.touches.find((t) => !known.has(t))
      if (odd) throw new Refusal('invalid', `${field}: the instrument has no touch “${odd}”.`, field)
      const [conflict] = handConflicts(fingerSystem(inst), n.touches)
      if (conflict) throw new Refusal('invalid', `${field}: ${conflict}`, field)
    })
  },
  knows: (d) => d.notes.map((n) => n.written),
  noted(d) {
    const own = d.notes.filter((n) => n.overruled).map((n) => prettyNote(n.written))
    return `Passage ${said(d.notes)}${own.length ? `, own fingering for ${[...new Set(own)].join(', ')}` : ''}`
  },
  line(entries) {
    const last = entries.at(-1)
    return last ? `${last.notes.length} notes` : null
  },
  rows({ entries, inst }) {
    const newest = entries.at(-1)?.data
    if (!newest) return []
    // Only what isn't the standard fingering must be told: the others are known.
    const special = newest.notes.filter(
      (n) =>
        fingeringsOf(inst, n.written)
          .find((f) => f.kind === 'standard')
          ?.touches.join() !== n.touches.join(),
    )
    const told = [...new Map(special.map((n) => [n.written, n])).values()].slice(0, 3)
    const system = fingerSystem(inst)
    return [
      {
        id: `passage-${slug(newest.notes[0]!.written)}-${newest.notes.length}`,
        kind: 'fingers' as const,
        title: 'The passage, in its fingerings',
        amount: 'silently twice, slurred 4 times',
        minutes: 4,
        leastMinutes: 2,
        aim: told.length
          ? told.map((n) => `${prettyNote(n.written)}: ${handsInWords(system, n.touches)}`).join('. ')
          : 'Standard fingerings throughout; no finger slides.',
        notes: [...new Set(newest.notes.map((n) => n.written))].slice(0, 8),
        // Kept on purpose: before all that waits, behind the tune.
        weight: 97.95,
      },
    ]
  },
  *demo({ inst, week }) {
    if (week !== 3 || !isCharted(inst)) return
    const notes = inst.teaching.firstNotes.slice(0, 3).map((written) => ({
      written,
      touches: fingeringsOf(inst, written)[0]?.touches ?? [],
      overruled: false,
    }))
    if (notes.length > 1) yield { stage: 'fingers', data: { tempo: 'slow' as const, notes } }
  },
})

/** What the teacher has chosen against what was offered, for the next passages. @param settled newest last */
export function overrulingsOf(settled: readonly { notes: readonly Settled[] }[]): Overruling[] {
  const newest = new Map<string, Overruling>()
  for (const { notes } of settled)
    notes.forEach((n, i) => {
      const beside = notes[i - 1]?.written ?? notes[i + 1]?.written
      const key = `${n.written} ${beside}`
      if (n.overruled)
        newest.set(key, { written: n.written, touches: n.touches, takes: true, ...(beside && { beside }) })
    })
  return [...newest.values()]
}
