import { noteName, parseNote } from '../../pitch/index.ts'
import { apart, halfTouch, touch } from '../touches.ts'
import type { Bore, FingerSystem, Touch } from '../types.ts'
import { recorderChart } from './chart.ts'

/** Fingers of a recorder over its own holes. @param semitones above the soprano's written notes */
export function recorderFingers(system: 'baroque' | 'german', bore: Bore, semitones: number): FingerSystem {
  const place = (hole: string) => bore.holes.find((h) => h.id === hole)!.atMm
  const front = [
    'left index',
    'left middle',
    'left ring',
    'right index',
    'right middle',
    'right ring',
    'right little',
  ]
  const places = apart(front.map(place), 26, 3)
  const at = (hole: string) => places[front.indexOf(hole)]!
  const thumb = touch('LT', 'hole', 'lower', at('left index') - 12)
  const ring = touch('R3', 'hole', 'front', at('right ring'))
  const little = touch('R4', 'hole', 'front', at('right little'))
  const touches: Touch[] = [
    thumb,
    halfTouch(thumb),
    touch('L1', 'hole', 'front', at('left index')),
    touch('L2', 'hole', 'front', at('left middle')),
    touch('L3', 'hole', 'front', at('left ring')),
    touch('R1', 'hole', 'front', at('right index')),
    touch('R2', 'hole', 'front', at('right middle')),
    ring,
    halfTouch(ring),
    little,
    halfTouch(little),
  ]
  const up = (written: string) => noteName(parseNote(written).midi + semitones)
  const pinch =
    'The thumb pinches: its nail rolls to a crack a tenth open as the fingers close; gentler air than it seems.'
  return {
    touches,
    bore,
    linkages: [],
    together: [],
    chart: recorderChart(system, semitones),
    breaks: [
      { from: up('D5'), to: up('E5'), preparation: pinch },
      { from: up('Eb5'), to: up('E5'), preparation: pinch },
      {
        from: up('C5'),
        to: up('D5'),
        preparation: 'The thumb leaves its hole straight down and stays near; the index lifts with it.',
      },
      {
        from: up('A5'),
        to: up('B5'),
        preparation: 'A smaller crack and a little more breath; two fingers of the right hand close at once.',
      },
    ],
  }
}
