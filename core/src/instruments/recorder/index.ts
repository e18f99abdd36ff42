import type { Teaching } from '../types.ts'

export const RECORDER_TEACHING: Teaching = {
  firstNotes: ['B4', 'A4', 'G4'],
  smallParts: [],
  embouchure: [
    { point: 'Lips closed round the beak, teeth off', listen: 'No bite, no puffing' },
    { point: 'Breath as for a quiet sentence', listen: 'Low notes want slow, gentle air' },
  ],
  loudTendency: 'sharp',
  listenFor: 'Low notes without a jump',
}
export { RECORDER_SETUP } from './setup.ts'
