/** Up to so many weeks of playing, minutes a day for children and for others (common practice, no source). */
const USUAL = [
  { weeks: 4, child: 10, older: 15, when: 'in the first weeks' },
  { weeks: 52, child: 15, older: 30, when: 'in the first year' },
] as const
/** Younger than this lips, breath and patience are a child's, years (chosen by Halitus). */
const CHILD_YEARS = 11

/**
 * A caution where more minutes are asked than lips and breath of that age and so many weeks of playing usually bear; undefined where
 * not. Nobody is kept from it.
 * @example manyMinutes({ years: 9, weeks: 0, minutes: 20 }) // '20 minutes a day are a lot for a child in the first weeks: …'
 */
export function manyMinutes(of: { years: number; weeks: number; minutes: number }): string | undefined {
  const usual = USUAL.find((u) => of.weeks < u.weeks)
  const child = of.years < CHILD_YEARS
  const most = usual && (child ? usual.child : usual.older)
  if (!usual || !most || of.minutes <= most) return undefined
  return `${of.minutes} minutes a day are a lot${child ? ' for a child' : ''} ${usual.when}: about ${most} are common, with rests. When lips, jaw or teeth hurt, stop for the day; pain that stays is a question for a doctor or dentist.`
}
