import type { Teaching } from '../types.ts'

/** Saxophones share fingerings and written range; the mouthpiece alone sounds differently on each. */
export function saxophoneTeaching(mouthpieceConcert: string): Teaching {
  return {
    firstNotes: ['B4', 'A4', 'G4'],
    smallParts: [{ part: 'mouthpiece alone', concert: mouthpieceConcert, source: 'common practice' }],
    embouchure: [
      { point: 'About the first third to half of the cut in the mouth', listen: 'Less is thin, more honks' },
      { point: 'Corners come in from all sides, never pulled back', listen: 'A smile goes thin and sharp' },
    ],
    loudTendency: 'flat',
    listenFor: 'Low notes without a gurgle',
  }
}
export { SAXOPHONE_SETUP } from './setup.ts'
