import type { Calibrated } from '../model.ts'

/** Made by `npm run calibrate`: measures of a tube that plays its chart, mm, and how far each note is off, cents. */
export const CHANTER: Calibrated = {
  measures: {
    profile: [
      [0, 3.22262],
      [50, 3.93117],
      [394.20461, 4.4338],
    ],
    holes: {
      LT: [158.51776, 3.41304, 5],
      L1: [182.91008, 3.42977, 5],
      L2: [195.0076, 3.57549, 5],
      L3: [220.40795, 3.55958, 5],
      R1: [252.29216, 3.44871, 5],
      R2: [268.34366, 3.67188, 5],
      R3: [302.845, 3.53654, 5],
      R4: [341.58882, 3.44341, 5],
    },
    mouth: { volumeMm3: 293.26498 },
    half: 0.2,
  },
  errors: { G4: 0, A4: 0, B4: 0, 'C#5': 0, D5: 0, E5: 0, 'F#5': 0, G5: 0, A5: 0 },
}
