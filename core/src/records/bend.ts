import { centsInWords } from '../pitch/index.ts'
import { Refusal } from '../errors/index.ts'
import { finite, id, strict } from '../fields/index.ts'
import { spokenName, type Instrument } from '../instruments/index.ts'
import { asked, kindOf, slug } from './kind.ts'

/** Asked for at first, and how far each next aim lies above what was reached, cents; so many steps back after a miss (chosen by Halitus). */
export const BEND = { firstCents: 40, stepCents: 10, backSteps: 2 } as const

const partOf = (inst: Instrument, part: string) => inst.teaching.smallParts.find((p) => p.id === part)
/** @throws Refusal naming the parts that there are */
function checkPart(inst: Instrument, part: string, field: string): void {
  if (!partOf(inst, part))
    throw new Refusal(
      'invalid',
      `${field} is “${part}”; small parts of the ${spokenName(inst)}: ${inst.teaching.smallParts.map((p) => p.id).join(', ')}.`,
      field,
    )
}
/** From the lowest to the highest pitch, whole cents: the one number that is shown, aimed at and judged. */
export const bendRange = (d: { lowCents: number; highCents: number }) => Math.round(d.highCents - d.lowCents)

/** How far a small part's pitch can be bent down and up from where it settles: a measure of freedom at the mouth. */
export const bend = kindOf(
  strict({
    part: id(),
    hz: finite().min(20).max(8000),
    lowCents: finite().min(-2400).max(0),
    highCents: finite().min(0).max(2400),
    aimCents: finite().min(0).max(4800),
  }),
)({
  kind: 'bend',
  title: 'Bend range',
  stages: ['sound'],
  plan: { minutes: 2, air: true, everyDays: 28, ready: ({ weeks }) => weeks > 2 },
  fits: (inst) => inst.teaching.smallParts.length > 0,
  check: (inst, { part }) => checkPart(inst, part, 'data.part'),
  noted: (d, inst) =>
    `Bend on ${partOf(inst, d.part)?.part ?? d.part}: ${centsInWords(bendRange(d))} (−${Math.round(-d.lowCents)} to +${Math.round(d.highCents)})`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${centsInWords(bendRange(last))}` : null
  },
  goal: {
    unit: 'cents',
    about: (d) => d.part,
    title: (about, inst) => `Bend on ${partOf(inst, about)?.part ?? about}`,
    checkAbout: (about, inst) => checkPart(inst, about, 'data.about'),
    limits: [10, 1200],
    ease: (value) => Math.max(BEND.stepCents, value - BEND.stepCents),
    reached: (d) => (bendRange(d) >= d.aimCents ? bendRange(d) : 0),
    next(history) {
      const last = history.at(-1)
      if (!last)
        return { value: BEND.firstCents, why: `Not bent yet: begin with ${BEND.firstCents} cents in all.` }
      const range = bendRange(last)
      if (range < last.aimCents) {
        const reached = Math.ceil(range / BEND.stepCents) * BEND.stepCents
        const value = Math.max(BEND.stepCents, reached, last.aimCents - BEND.backSteps * BEND.stepCents)
        return {
          value: Math.min(value, last.aimCents),
          why: `${range} of ${last.aimCents} cents: ${value < last.aimCents ? 'back a little' : 'the same again'}, no pinching.`,
        }
      }
      const value = (Math.floor(range / BEND.stepCents) + 1) * BEND.stepCents
      return { value, why: `Bent ${centsInWords(range)} of ${last.aimCents}: a little further.` }
    },
  },
  series(entries, inst) {
    const parts = [...new Set(entries.map((e) => e.data.part))]
    return parts.map((about) => ({
      about,
      title: `Bend on ${partOf(inst, about)?.part ?? about}`,
      name: 'range',
      unit: 'cents',
      better: 'more' as const,
      race: true,
      points: entries
        .filter((e) => e.data.part === about)
        .map(({ at, data }) => ({
          at,
          value: bendRange(data),
          aim: data.aimCents,
          reached: bendRange(data) >= data.aimCents,
        })),
    }))
  },
  rows({ inst, entries, aim, observes }) {
    const last = entries.at(-1)?.data
    if (!last) return []
    const next = aim(last.part)
    return [
      {
        id: `bend-${slug(last.part)}`,
        kind: 'sound' as const,
        title: `Bend the pitch: ${partOf(inst, last.part)?.part ?? last.part}`,
        amount: observes ? '5 times down and up' : `5 times down and up, aim ${next.value} cents`,
        ...asked(next, observes),
        minutes: 2,
        leastMinutes: 1,
        weight: 30,
        aim: 'Lips move the pitch, the air goes on. Sore: rest.',
        notes: [],
      },
    ]
  },
  facts(entries) {
    const last = entries.at(-1)?.data
    return last ? { bendCents: bendRange(last) } : {}
  },
  *demo({ inst, week, aim }, random) {
    const [part] = inst.teaching.smallParts
    if (!part || week % 3 !== 2) return
    const reach = 30 + 7 * week + 6 * random.normal()
    const lowCents = -Math.round(Math.max(8, 0.75 * reach))
    yield {
      stage: 'sound',
      data: {
        part: part.id,
        hz: 880,
        lowCents,
        highCents: Math.round(Math.max(4, 0.25 * reach)),
        aimCents: aim('bend', part.id),
      },
    }
  },
})
