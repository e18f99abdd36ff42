import { Refusal } from '../errors/index.ts'
import { id, strict, whole } from '../fields/index.ts'
import { spokenName, type Instrument, type SmallPart } from '../instruments/index.ts'
import { dayOf } from '../time/index.ts'
import { kindOf, slug, type Noted } from './kind.ts'

/**
 * A part is reliable when it spoke in this share of at least so many tries, on so many days (the way is common practice,
 * no source; the figures are chosen by Halitus).
 */
export const GATE = { tries: 10, share: 0.8, days: 2 } as const
/** Below this share of a day's tries the part is a concern (chosen by Halitus). */
const SELDOM = 0.5

interface Tried {
  part: string
  spoke: number
  tries: number
}

const partOf = (inst: Instrument, part: string) => inst.teaching.smallParts.find((p) => p.id === part)
const nameOf = (inst: Instrument, part: string) => partOf(inst, part)?.part ?? part
/** The parts that lead to the whole instrument, the smallest first. */
const wayOf = (inst: Instrument) => inst.teaching.smallParts.filter((p) => !p.aside)

/** Tries on one part, a day each, oldest first. */
function byDay(entries: readonly Noted<Tried>[], part: string): { spoke: number; tries: number }[] {
  const days = new Map<string, { spoke: number; tries: number }>()
  for (const { at, data } of entries) {
    if (data.part !== part) continue
    const day = days.get(dayOf(at)) ?? { spoke: 0, tries: 0 }
    days.set(dayOf(at), { spoke: day.spoke + data.spoke, tries: day.tries + data.tries })
  }
  return [...days.values()]
}

const reliableOn = (day: { spoke: number; tries: number }) =>
  day.tries >= GATE.tries && day.spoke / day.tries >= GATE.share

export interface Gate {
  /** The part to work on; null: the whole instrument. */
  part: SmallPart | null
  why: string
}

/**
 * Which part comes next: the smallest that hasn't been reliable on enough days; null when all have.
 * @param entries tries of one learner on this instrument, oldest first; simulated ones left out
 * @example gateOf([], clarinet) // the mouthpiece: “not tried yet”
 */
export function gateOf(entries: readonly Noted<Tried>[], inst: Instrument): Gate {
  for (const part of wayOf(inst)) {
    const days = byDay(entries, part.id)
    const good = days.filter(reliableOn).length
    if (good >= GATE.days) continue
    const last = days.at(-1)
    const asks = `${GATE.tries * GATE.share} of ${GATE.tries} on ${GATE.days} days is enough`
    return {
      part,
      why: last
        ? `${part.part}: spoke ${last.spoke} of ${last.tries}, reliable on ${good} of ${GATE.days} days; ${asks}.`
        : `${part.part}: not tried yet; ${asks}.`,
    }
  }
  const last = wayOf(inst).at(-1)
  return {
    part: null,
    why: last ? `${last.part}: reliable on ${GATE.days} days. The whole instrument can follow.` : '',
  }
}

/** Notes of the whole instrument are played by who does one of these. */
const WHOLE = ['long-tone', 'tone-by-hand', 'move', 'first-minutes', 'strokes', 'shaped-tone']

/**
 * Whether somebody plays the whole instrument already, whatever was tried on parts: on so many days as make a part reliable.
 * One tone, played to see, isn't enough.
 * @param entries of one learner on this instrument; simulated ones left out
 */
export const playsWhole = (entries: readonly { kind: string; at: string }[]): boolean =>
  new Set(entries.filter((e) => WHOLE.includes(e.kind)).map((e) => dayOf(e.at))).size >= GATE.days

/** Tries on a small part: whether it spoke. */
export const tries = kindOf(strict({ part: id(), spoke: whole(0, 99), tries: whole(1, 99) }))({
  kind: 'tries',
  title: 'First sounds',
  stages: ['sound'],
  plan: {
    minutes: 4,
    air: true,
    everyDays: 7,
    always: true,
    ready: ({ inst, entries, notes }) => !notes.length && gateOf(entries as never, inst).part !== null,
  },
  fits: (inst) => inst.teaching.smallParts.length > 0,
  check(inst, { part, spoke, tries: tried }) {
    if (!partOf(inst, part))
      throw new Refusal(
        'invalid',
        `data.part is “${part}”; small parts of the ${spokenName(inst)}: ${inst.teaching.smallParts.map((p) => p.id).join(', ')}.`,
        'data.part',
      )
    if (spoke > tried)
      throw new Refusal('invalid', `data.spoke is ${spoke}; at most the ${tried} tries.`, 'data.spoke')
  },
  noted: (d, inst) => `${nameOf(inst, d.part)}: spoke ${d.spoke} of ${d.tries}`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${last.spoke} of ${last.tries}` : null
  },
  series(entries, inst) {
    const parts = [...new Set(entries.map((e) => e.data.part))]
    return parts.map((about) => ({
      about,
      title: `First sounds: ${nameOf(inst, about)}`,
      name: 'spoke',
      unit: '%',
      better: 'more' as const,
      race: false,
      points: entries
        .filter((e) => e.data.part === about)
        .map(({ at, data }) => ({
          at,
          value: Math.round((100 * data.spoke) / data.tries),
          aim: null,
          reached: data.spoke / data.tries >= GATE.share,
        })),
    }))
  },
  concerns({ inst, entries }) {
    const last = entries.at(-1)
    if (!last) return []
    const day = byDay(entries, last.data.part).at(-1)!
    if (day.spoke / day.tries >= SELDOM) return []
    return [
      {
        kind: 'tries',
        weight: 55,
        sentence: `${nameOf(inst, last.data.part)} spoke ${day.spoke} of ${day.tries}`,
      },
    ]
  },
  rows({ inst, entries, before, observes, notes }) {
    const { part } = gateOf([...before, ...entries], inst)
    if (!part || (!entries.length && !before.length)) return []
    // Who was led on to notes of the whole instrument has left the part behind.
    if (notes.length && !entries.length) return []
    return [
      {
        id: `tries-${slug(part.id)}`,
        kind: 'sound' as const,
        title: `Ten sounds: ${part.part}`,
        amount: observes ? '10 times, listening how each begins' : '10 times, count how many speak',
        minutes: 3,
        leastMinutes: 2,
        weight: 88,
        aim: 'Long and smooth. Rest when dizzy.',
        notes: [],
      },
    ]
  },
  *demo({ inst, week }, random) {
    const way = wayOf(inst)
    const part = way[Math.floor(week / 2)]
    if (!part) return
    const spoke = Math.max(3, Math.min(10, Math.round(8 + (week % 2) + random.normal())))
    yield { stage: 'sound', data: { part: part.id, spoke, tries: 10 } }
  },
})
