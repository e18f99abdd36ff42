import { diagnosis, diagnosisSchema } from './diagnosed.ts'
import { kindOf } from './kind.ts'

const { check, noted, advised, line, rows, concerns } = diagnosis({
  kind: 'tongue-fault',
  modelOf: (inst) => inst.tongue?.model ?? null,
  line: 'tongue',
  row: {
    kind: 'tongue',
    title: 'Tongue, before the mirror',
    amount: '5 times 4 strokes, listening',
    minutes: 2,
    leastMinutes: 1,
    weight: 58,
  },
  weight: 46,
})

/** What is wrong with the tongue, what it was taken for, and whether the one thing tried helped. */
export const tongueFault = kindOf(diagnosisSchema())({
  kind: 'tongue-fault',
  title: 'What is it?',
  stages: ['tongue'],
  plan: { minutes: 3, air: true, everyDays: 28, ready: ({ worry }) => worry },
  fits: (inst) => inst.tongue !== null,
  check,
  noted,
  advised,
  line,
  rows: ({ inst, entries, before }) => rows(inst, entries, before),
  concerns: ({ inst, entries }) => concerns(inst, entries),
  *demo({ inst, week }, random) {
    if (!inst.tongue || week % 5 !== 3) return
    yield {
      stage: 'tongue',
      data: {
        answers: [{ question: 'thump', outcome: 'thump' }],
        cause: 'heavy',
        helped: random.chance(0.7) ? 'yes' : 'no',
      },
    }
  },
})
