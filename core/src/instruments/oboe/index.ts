import type { Teaching } from '../types.ts'

export const OBOE_TEACHING: Teaching = {
  firstNotes: ['B4', 'A4', 'G4'],
  smallParts: [{ part: 'reed alone', concert: 'C6', source: 'common practice' }],
  embouchure: [
    {
      point: 'Lips over both rows of teeth, a small tip of reed in the mouth',
      listen: 'Too much reed is wild and sharp',
    },
    { point: 'Round, corners forward', listen: 'The crow holds C in octaves' },
  ],
  loudTendency: 'flat',
  listenFor: 'Stale air out before the new breath',
}
export { OBOE_SETUP } from './setup.ts'
