import { Refusal } from '../errors/index.ts'
import { finite, id, strict, uniqueBy } from '../fields/index.ts'
import { judge, tuningGauge, type Instrument } from '../instruments/index.ts'
import { kindOf } from './kind.ts'

const gaugeOf = (inst: Instrument, gaugeId: string) => inst.gauges.find((g) => g.id === gaugeId)

/** A placement as it was measured. */
export const gauge = kindOf(
  strict({
    gaugeId: id(),
    values: uniqueBy(
      strict({ measure: id(), value: finite().min(-1000).max(1000) }),
      (v: { measure: string }) => v.measure,
      'measure',
    )
      .min(1)
      .max(8),
  }),
)({
  kind: 'gauge',
  title: 'Gauge',
  stages: ['setup'],
  plan: { minutes: 2, air: false, everyDays: 42, ready: ({ entries }) => entries.length > 0 },
  check(inst, { gaugeId, values }) {
    const found = gaugeOf(inst, gaugeId)
    if (!found)
      throw new Refusal(
        'invalid',
        `data.gaugeId is “${gaugeId}”; allowed: ${inst.gauges.map((g) => g.id).join(', ')}.`,
        'data.gaugeId',
      )
    const unknown = values.find((v) => !found.measures.some((m) => m.id === v.measure))
    if (unknown)
      throw new Refusal(
        'invalid',
        `data.values names “${unknown.measure}”; allowed: ${found.measures.map((m) => m.id).join(', ')}.`,
        'data.values',
      )
    // Throws a sentence with the range for a value that can't be.
    judge(found, Object.fromEntries(values.map((v) => [v.measure, v.value])))
  },
  noted({ gaugeId, values }, inst) {
    const found = gaugeOf(inst, gaugeId)
    const parts = values.map(({ measure, value }) => {
      const m = found?.measures.find((x) => x.id === measure)
      return `${m?.label.toLowerCase() ?? measure} ${value} ${m?.unit ?? ''}`.trim()
    })
    return `${found?.name ?? gaugeId}: ${parts.join(', ')}`
  },
  line: () => null,
  *demo({ inst, week }, random) {
    const first = tuningGauge(inst)?.gauge
    if (!first || week % 4 !== 1 || !random.chance(0.7)) return
    yield {
      stage: 'setup',
      data: {
        gaugeId: first.id,
        values: first.measures.map((m) => ({ measure: m.id, value: m.start })),
      },
    }
  },
})
