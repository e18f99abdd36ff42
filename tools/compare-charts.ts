// Where the two copies of a fingering chart differ: npm run charts. Each chart was written twice, the second time in another
// notation; what differs is printed note by note, and what is marked as doubtful beside it.
import { fingerSystem, instrument, standardFingering } from '../core/src/instruments/index.ts'
import { COPIES, everyNote, sorted } from '../core/test/instruments/read-copies.ts'

let differ = 0
for (const [id, system, copy] of COPIES) {
  const inst = instrument(id)
  const notes = everyNote(id)
  const apart = notes.filter(
    (n) => sorted(standardFingering(inst, n, system).touches).join() !== copy.get(n)?.join(),
  )
  const doubtful = fingerSystem(inst, system).chart.filter((f) => f.confidence === 'medium')
  differ += apart.length
  console.log(
    `${id}${system ? `, ${system}` : ''}: ${notes.length} notes, ${apart.length} differ; ${doubtful.length} fingerings in doubt${doubtful.length ? `: ${[...new Set(doubtful.map((f) => f.written))].join(' ')}` : ''}`,
  )
  for (const n of apart)
    console.log(
      `  ${n}: ${standardFingering(inst, n, system).touches.join(' ') || '-'} | ${copy.get(n)?.join(' ') ?? 'not there'}`,
    )
}
process.exitCode = differ ? 1 : 0
