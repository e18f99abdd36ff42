import type { Gauge } from '../placement.ts'
import { mm } from '../gauges.ts'

/** Two joints pulled apart: what stands between them lengthens the tube. */
export const gapAt = (id: string, name: string, between: [string, string], most = 6): Gauge => ({
  id,
  name,
  drawing: 'gap',
  parts: between,
  measures: [
    mm('gap', 'Pulled out by', {
      min: 0,
      max: most,
      start: 0,
      ideal: [0, most > 4 ? 1.5 : 0.5],
      below: '',
      above: 'Flat, the short notes most.',
      lengthens: 1,
    }),
  ],
  beyond:
    'Pull a little at the middle joint too, let the clarinet warm up before it is tuned, or take a longer or shorter barrel.',
  source: 'from memory',
})
