import type { Teaching } from '../types.ts'

export const BASSOON_TEACHING: Teaching = {
  firstNotes: ['F3', 'E3', 'D3', 'C3'],
  smallParts: [{ part: 'reed on crook', concert: 'C#4', source: 'common practice' }],
  embouchure: [
    { point: 'Even pressure all round, jaw lower and back', listen: 'A free crow of many voices' },
    { point: 'Upper lip near the first wire', listen: 'Less reed is thin and sharp' },
  ],
  loudTendency: 'flat',
  listenFor: 'Does A3 start without cracking downwards',
}
export { BASSOON_SETUP } from './setup.ts'
