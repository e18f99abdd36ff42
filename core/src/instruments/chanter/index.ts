import type { Teaching } from '../types.ts'

export const CHANTER_TEACHING: Teaching = {
  firstNotes: ['A4', 'B4', 'C5', 'D5'],
  smallParts: [],
  embouchure: [
    {
      point: 'Lips sealed, cheeks firm, pressure from the lungs',
      listen: 'No pitch wave as the breath renews',
    },
    { point: 'No tongue starts', listen: 'Low A steady from the first moment' },
  ],
  loudTendency: 'sharp',
  listenFor: 'No crossing noise between E and F',
}
export { CHANTER_SETUP } from './setup.ts'
