import type { Instrument, SetupStep } from './types.ts'

export interface SequenceStep {
  step: SetupStep
  /** How often it was wrong lately. */
  timesWrong: number
}

/**
 * The set-up sequence of an instrument in order of work; what was wrong lately is marked in its place.
 * @param sequence `first`: smallest sounding part only; `full`: the whole instrument
 * @param when at the beginning of a lesson, or at its end, when everything is put away
 * @param wrongStepIds one id for each time a step was wrong lately
 */
export function setupSequence(
  inst: Instrument,
  sequence: 'first' | 'full',
  wrongStepIds: readonly string[] = [],
  when: 'beginning' | 'end' = 'beginning',
): SequenceStep[] {
  return inst.setup
    .filter((s) => s.sequences.includes(sequence) && (s.phase === 'after') === (when === 'end'))
    .map((step) => ({ step, timesWrong: wrongStepIds.filter((id) => id === step.id).length }))
}
