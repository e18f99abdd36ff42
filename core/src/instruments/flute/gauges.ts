import type { Gauge } from '../placement.ts'

export const headRotation: Gauge = {
  id: 'rotation',
  name: 'Head joint turned',
  drawing: 'rotation',
  parts: ['body', 'head joint'],
  measures: [
    {
      id: 'inwards',
      label: 'Turned inwards',
      unit: '°',
      min: -40,
      max: 40,
      step: 1,
      start: 0,
      ideal: [0, 10],
      below: 'Turned out: airy and sharp.',
      above: 'Turned in too far: flat, small, covered.',
      lengthens: 0,
      zero: { at: 0, words: 'in line' },
    },
  ],
  source: 'from memory',
}
