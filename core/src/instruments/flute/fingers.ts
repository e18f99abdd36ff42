import { closedHole, halfWaveMm, openHole, touch } from '../tubes.ts'
import type { Body, FingerSystem, Touch } from '../types.ts'
import { FLUTE_CHART } from './chart.ts'

/**
 * What the embouchure hole and the open tone hole add to the tube, in mm: the hole that lets a note speak lies
 * this much nearer than half a wave. From memory of ordinary instruments; good for a drawing to scale.
 */
const CORRECTION_MM = 52

/** Place of the hole that lets a note of the lowest register speak. */
const ventMm = (note: string) => halfWaveMm(note) - CORRECTION_MM

const at = {
  'D#5': ventMm('D#5'),
  D5: ventMm('D5'),
  'C#5': ventMm('C#5'),
  C5: ventMm('C5'),
  B4: ventMm('B4'),
  Bb4: ventMm('Bb4'),
  A4: ventMm('A4'),
  'G#4': ventMm('G#4'),
  G4: ventMm('G4'),
  'F#4': ventMm('F#4'),
  F4: ventMm('F4'),
  E4: ventMm('E4'),
  Eb4: ventMm('Eb4'),
  D4: ventMm('D4'),
  'C#4': ventMm('C#4'),
}

const body: Body = {
  startMm: -58,
  endMm: ventMm('C4'),
  outline: [
    { atMm: -58, diameterMm: 20 },
    { atMm: -18, diameterMm: 20 },
    { atMm: -17, diameterMm: 27 },
    { atMm: 17, diameterMm: 27 },
    { atMm: 18, diameterMm: 20 },
    { atMm: ventMm('C4'), diameterMm: 20 },
  ],
  jointsMm: [160, 482],
  boreMm: 19,
  source: 'from memory',
  holes: [
    closedHole('upper trill', at['D#5'], 7, 'R3:tr2'),
    closedHole('lower trill', at.D5, 7, 'R2:tr1'),
    openHole('C cup', at['C#5'], 7, 'L1'),
    openHole('thumb', at.C5, 13, 'LT', 'LT:Bb'),
    openHole('A# cup', at.B4, 13, 'LT:Bb', 'L2', 'R1', 'R1:Bb'),
    openHole('A cup', at.Bb4, 13, 'L2'),
    openHole('G cup', at.A4, 13, 'L3'),
    closedHole('G#', at['G#4'], 13, 'L4:G#'),
    openHole('F# cup', at.G4, 13, 'R1', 'R2', 'R3'),
    openHole('F cup', at['F#4'], 13, 'R1'),
    openHole('E cup', at.F4, 13, 'R2'),
    openHole('D cup', at.E4, 13, 'R3'),
    closedHole('E flat', at.Eb4, 15, 'R4:Eb'),
    openHole('C# cup', at.D4, 15, 'R4:C#', 'R4:C'),
    openHole('low C cup', at['C#4'], 15, 'R4:C'),
  ],
}

const touches: Touch[] = [
  touch('LT', 'key', 'lower', at.B4 + 4),
  touch('LT:Bb', 'key', 'lower', at.C5 - 14, 'B♭ thumb key', 'B♭'),
  touch('L1', 'plate', 'front', at.C5 - 4),
  touch('L2', 'plate', 'front', at.Bb4 + 4),
  touch('L3', 'plate', 'front', at.A4 + 10),
  touch('L4:G#', 'key', 'little', at.A4 + 34, 'G♯ key', 'G♯'),
  touch('R1', 'plate', 'front', at['F#4']),
  touch('R1:Bb', 'key', 'upper', at['F#4'] - 24, 'B♭ side lever', 'B♭'),
  touch('R2', 'plate', 'front', at.F4),
  touch('R2:tr1', 'key', 'upper', at.F4 - 14, 'first trill lever', 'tr1'),
  touch('R3', 'plate', 'front', at.E4),
  touch('R3:tr2', 'key', 'upper', at.E4 - 14, 'second trill lever', 'tr2'),
  touch('R4:Eb', 'key', 'little', at.Eb4 + 4, 'E♭ key', 'E♭'),
  touch('R4:C#', 'key', 'little', at.Eb4 + 34, 'C♯ roller', 'C♯'),
  touch('R4:C', 'key', 'little', at.Eb4 + 62, 'C roller', 'C'),
]

export const FLUTE_FINGERS: FingerSystem = {
  touches,
  body,
  chart: FLUTE_CHART,
  breaks: [
    {
      from: 'C5',
      to: 'D5',
      preparation:
        'Left index lifts as seven fingers close; hold the flute at its three support points. From D5 down first.',
    },
    { from: 'C#5', to: 'D5', preparation: 'Little finger leaves the E♭ key while the others close at once.' },
    {
      from: 'C#6',
      to: 'D6',
      preparation: 'Faster air, smaller opening; thumb and two left fingers close together.',
    },
  ],
}
