import type { Instrument } from '../instruments/index.ts'
import { latenessOf, ofKind, ofLearner, pastOf, type EntryRecord } from '../records/index.ts'
import type { Background, PastAccident } from '../squeaks/index.ts'
import { daysBetween, type Moment } from '../time/index.ts'

/** Late in fewer takes isn't a habit (chosen by Halitus). */
const HABIT = 2

/** How many of the newest long tones say how long they last now; fewer than the least say nothing (chosen by Halitus). */
const TONES = { newest: 5, least: 3 } as const

/** What the shelf says of the reed in use. */
export interface ReedInUse {
  name: string
  minutes: number
  firstUse: string | null
  lastsMinutes?: number | undefined
}

/** A line of an instrument's record. */
export interface ServiceLine {
  at: Moment
  kind: string
  text: string
}

/**
 * What a studio knows that bears on an accident: today's set-up, fingers that were late over the weeks, how long tones last, the reed's age, what
 * is open in the instrument's record, and how earlier accidents ended. Simulated entries are left out.
 * @param of.entries the learner's on this instrument, oldest first
 * @param of.lessonId the lesson that is going on; its set-up is today's
 * @param of.studio how accidents of the others ended
 */
export function backgroundOf(of: {
  inst: Instrument
  entries: readonly EntryRecord[]
  lessonId: string
  today: Moment
  reed?: ReedInUse | undefined
  services?: readonly ServiceLine[]
  studio?: PastAccident[]
}): Background & Required<Pick<Background, 'setup' | 'open' | 'own' | 'studio'>> {
  const real = ofLearner(of.entries)
  const steps = new Map(
    ofKind(real, 'setup')
      .filter((e) => e.lessonId === of.lessonId)
      .map((e) => [e.data.stepId, e.data]),
  )
  const setup = [...steps.values()].flatMap(({ stepId, verdict, faultId }) => {
    const step = of.inst.setup.find((s) => s.id === stepId)
    if (verdict !== 'wrong' || !step) return []
    const fault = step.faults.find((f) => f.id === faultId)
    return [{ id: fault ? `${stepId}/${fault.id}` : stepId, what: fault?.what ?? `${step.title}: wrong` }]
  })
  const moves = ofKind(real, 'move')
  const late = latenessOf(moves).filter((l) => l.takes >= HABIT)
  const tones = ofKind(real, 'long-tone')
    .slice(-TONES.newest)
    .map((e) => e.data.lengthS)
    .sort((a, b) => a - b)
  const { reed } = of
  return {
    setup,
    ...(tones.length >= TONES.least && {
      air: { toneS: tones[Math.floor(tones.length / 2)]!, tones: tones.length },
    }),
    ...(late.length && {
      late: { takes: moves.length, touches: late.map(({ touch, takes }) => ({ touch, takes })) },
    }),
    ...(reed && {
      reed: {
        name: reed.name,
        minutes: reed.minutes,
        ...(reed.firstUse && { days: Math.round(daysBetween(reed.firstUse, of.today)) }),
        ...(reed.lastsMinutes !== undefined && { lastsMinutes: reed.lastsMinutes }),
      },
    }),
    open: openIn(of.services ?? []),
    own: pastOf(ofKind(real, 'accident')),
    studio: of.studio ?? [],
  }
}

/**
 * Faults, and what the technician is to be told, since the last service.
 * @example openIn([{ at: '2026-03-20T10:00:00', kind: 'fault', text: 'Pad leaks' }]) // ['Pad leaks']
 */
export function openIn(services: readonly ServiceLine[]): string[] {
  const inOrder = [...services].sort((a, b) => a.at.localeCompare(b.at))
  const last = inOrder.findLastIndex((s) => s.kind === 'service')
  return inOrder.slice(last + 1).map((s) => s.text)
}
