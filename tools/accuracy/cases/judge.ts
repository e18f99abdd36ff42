import { instrument } from '@halitus/core/instruments'
import { diagnose, knowledgeOf, type Accident } from '@halitus/core/squeaks'
import type { Row } from '../lines.ts'
import { CASES, type Told } from './cases.ts'
import { ENTERED } from './entered.ts'

export type Outcome = 'better' | 'same' | 'worse'

/** Checks that tell player, reed and instrument apart: right for anything while nothing is likely. */
const SPLITS = new Set(['teacher-plays', 'other-instrument', 'small-part', 'swap-reed'])
/** While nothing is believed by so much. */
const LIKELY = 0.25
/** Every third case is for judging only. */
const ASIDE = 3

export interface Judged {
  told: Told
  /** Place of the first accepted cause, from 0; −1 where it isn't there. */
  place: number
  sensible: boolean
  /** What was said, for who looks into it. */
  best: string
  step: string
}

export function judgeCase(told: Told): Judged {
  const inst = instrument(told.on)
  const entered = ENTERED[told.id]!
  const known = knowledgeOf(inst)
  const here = new Set([...known.observations.map((o) => o.id), ...known.checks.map((c) => c.id)])
  const written = told.notes[0]
  const accident: Accident = {
    complaint: entered.complaint,
    weeksPlaying: entered.weeks ?? 12,
    observations: [
      ...(entered.seen ?? []).filter((id) => here.has(id)),
      ...(entered.tried ?? []).map(([check, outcome]) => `${check}:${outcome}`),
    ],
    absent: [...(entered.not ?? [])],
    ...(written && { written }),
  }
  const found = diagnose(inst, accident)
  const place = found.causes.findIndex((c) => entered.causes.includes(c.id))
  // Where nothing needs to be checked any more the remedy of the likeliest is what comes next.
  const step = found.next?.id ?? `try-${found.causes[0]!.id}`
  const sensible =
    entered.steps.includes(step) ||
    entered.causes.includes(step.replace(/^try-/, '')) ||
    (SPLITS.has(step) && found.causes[0]!.belief < LIKELY)
  return {
    told,
    place,
    sensible,
    best: found.causes
      .slice(0, 3)
      .map((c) => `${c.id} ${c.belief.toFixed(2)}`)
      .join(', '),
    step,
  }
}

/** How often an accepted cause is first and among the first three, and the next step sensible: cases for trying, and those set aside. */
export function told(): Row[] {
  const all = CASES.map((c, i) => ({ ...judgeCase(c), aside: i % ASIDE === ASIDE - 1 }))
  const share = (list: readonly unknown[], of: readonly unknown[]) =>
    `${((100 * list.length) / Math.max(1, of.length)).toFixed(0)} %`
  const row = (what: string, own: typeof all): Row => {
    const three = own.filter((j) => j.place >= 0 && j.place < 3)
    const first = own.filter((j) => j.place === 0)
    const next = own.filter((j) => j.sensible)
    return {
      what: `${what}, of ${own.length}: an accepted cause among three / first; next step sensible`,
      target: '93 % / 80 %; 88 %',
      found: `${share(three, own)} / ${share(first, own)}; ${share(next, own)}`,
      met:
        three.length >= 0.93 * own.length &&
        first.length >= 0.8 * own.length &&
        next.length >= 0.88 * own.length,
    }
  }
  const families = [...new Set(CASES.map((c) => instrument(c.on).family))]
  return [
    row(
      'cases told in words, set aside',
      all.filter((j) => j.aside),
    ),
    row(
      'cases told in words, for trying',
      all.filter((j) => !j.aside),
    ),
    ...families.map((f) =>
      row(
        `cases told in words, ${f}, all`,
        all.filter((j) => instrument(j.told.on).family === f),
      ),
    ),
  ]
}
