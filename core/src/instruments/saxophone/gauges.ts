import type { Gauge } from '../placement.ts'

/** @param corkMm length of the cork, from memory of ordinary necks */
export const neckDepth = (corkMm: number): Gauge => ({
  id: 'neck',
  name: 'Mouthpiece on the neck cork',
  drawing: 'depth',
  parts: ['neck', 'mouthpiece'],
  measures: [
    {
      id: 'covered',
      label: 'Share of the cork covered',
      unit: '%',
      min: 10,
      max: 100,
      step: 1,
      start: 62,
      ideal: [50, 75],
      below: 'Flat, and the octaves drift apart.',
      above: 'Sharp, the short notes most.',
      lengthens: -corkMm / 100,
      zero: { at: 62, words: '62 % of the cork covered' },
    },
  ],
  caution: 'Grease a cork that resists; never push on the octave lever.',
  beyond:
    'Warm it up and look at the mouth first: biting is sharp. If it stays, another mouthpiece is to be tried.',
  source: 'common practice',
})
