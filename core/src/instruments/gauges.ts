import type { Gauge, Measure } from './placement.ts'

/** Gauges that more than one family has. Tolerances put “level”, “a hair” and “pulled out a little” into figures from
 * memory. What a wrong place does is in our own words. */
export const mm = (
  id: string,
  label: string,
  more: Omit<Measure, 'id' | 'label' | 'unit' | 'step' | 'lengthens' | 'zero'> & Partial<Measure>,
): Measure => ({
  id,
  label,
  unit: 'mm',
  step: 0.1,
  lengthens: 0,
  zero: { at: 0, words: 'pushed home' },
  ...more,
})

export const reedOnMouthpiece: Gauge = {
  id: 'reed',
  name: 'Reed on the mouthpiece',
  drawing: 'single-reed',
  parts: ['mouthpiece', 'reed'],
  measures: [
    mm('height', 'Reed above the tip', {
      min: -3,
      max: 3,
      start: 0,
      ideal: [-0.3, 0],
      below: 'Thin and buzzy, closes up when loud.',
      above: 'Hard to start, stuffy, squeaks when soft.',
    }),
    mm('side', 'Shifted to the right', {
      min: -3,
      max: 3,
      start: 0,
      ideal: [-0.2, 0.2],
      below: 'Leaks on the right rail: chirps on soft starts.',
      above: 'Leaks on the left rail: chirps on soft starts.',
    }),
    mm('tilt', 'Tip leans to the right', {
      min: -3,
      max: 3,
      start: 0,
      ideal: [-0.2, 0.2],
      below: 'One corner closes first: squeaks on leaps.',
      above: 'One corner closes first: squeaks on leaps.',
    }),
  ],
  caution: 'Move the reed by its thick end; the tip is never touched.',
  source: 'from memory',
}

export const ligatureHeight: Gauge = {
  id: 'ligature',
  name: 'Ligature height',
  drawing: 'ligature',
  parts: ['mouthpiece', 'ligature'],
  measures: [
    mm('below', 'Upper edge below the cut of the reed', {
      min: -8,
      max: 15,
      start: 2,
      ideal: [0.5, 5],
      below: 'On the cut: chokes the tone.',
      above: 'Low on the reed: reed lifts, slow to speak.',
    }),
  ],
  caution: 'No force: a ligature that resists is the wrong way round.',
  source: 'from memory',
}

/**
 * A head joint pulled out.
 * @param ideal mm within which it is right
 * @param max mm that can be entered
 * @param beyond what else to try
 */
export const headPull = (name: string, ideal: [number, number], max: number, beyond: string): Gauge => ({
  id: 'pull',
  name,
  drawing: 'gap',
  parts: ['head', 'body'],
  measures: [
    mm('pull', 'Pulled out by', {
      min: 0,
      max,
      start: ideal[0] + (ideal[1] - ideal[0]) / 2,
      ideal,
      below: 'Sharp, the short notes most.',
      above: 'Flat, and the octaves don’t agree.',
      lengthens: 1,
    }),
  ],
  beyond,
  source: 'from memory',
})

/** A reed that is pushed into its seat: deeper is a shorter tube. */
export const seatDepth = (
  id: string,
  name: string,
  parts: [string, string],
  below: string,
  above: string,
  reach: number,
  beyond: string,
): Gauge => ({
  id,
  name,
  drawing: 'depth',
  parts,
  measures: [
    mm('depth', 'Deeper than usual by', {
      min: -reach,
      max: reach,
      start: 0,
      ideal: [-0.5, 0.5],
      below,
      above,
      lengthens: -1,
      zero: { at: 0, words: 'its usual depth' },
    }),
  ],
  beyond,
  caution: 'By the staple or thread, never by the blades.',
  source: 'from memory',
})

/** @param ideal opening in the middle of the tip, mm, from memory of ordinary reeds */
export const tipOpening = (ideal: [number, number]): Gauge => ({
  id: 'tip',
  name: 'Tip opening of the reed',
  drawing: 'tip',
  parts: ['upper blade', 'lower blade'],
  measures: [
    mm('opening', 'Open in the middle', {
      min: 0,
      max: 4,
      start: (ideal[0] + ideal[1]) / 2,
      ideal,
      below: 'Closed down: starts hard, small and sharp. Squeeze the sides gently.',
      above: 'Too open: coarse, flat, tiring. Squeeze top and bottom gently.',
    }),
  ],
  caution: 'Wires, scraping and knives are for the teacher or a reed maker.',
  source: 'from memory',
})
