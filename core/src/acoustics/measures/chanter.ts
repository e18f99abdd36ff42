import type { Calibrated } from '../model.ts'

/** Made by `npm run calibrate`: measures of a tube that plays its chart, mm, and how far each note is off, cents. */
export const CHANTER: Calibrated = {
  measures: {
    profile: [
      [0, 3.5033],
      [50, 4.03748],
      [387.87633, 4.22559],
    ],
    holes: {
      LT: [164.81958, 3.49034, 5.01826],
      L1: [188.24636, 3.48815, 5.02016],
      L2: [199.29902, 3.4766, 5.03504],
      L3: [223.52431, 3.47568, 5.03517],
      R1: [254.48494, 3.48052, 5.02642],
      R2: [268.65656, 3.43703, 5.08592],
      R3: [301.8929, 3.45863, 5.05784],
      R4: [338.71302, 3.47002, 5.04246],
    },
    mouth: { volumeMm3: 186.1182 },
    half: {},
  },
  errors: { G4: 0, A4: 0, B4: 0, 'C#5': 0.1, D5: -0.1, E5: 0, 'F#5': 0, G5: 0, A5: 0 },
  heldOut: { G4: 58.3, E5: -23, A4: -7.8, 'F#5': -1.1, B4: -5.7, G5: 55.5, 'C#5': -17.4, A5: 5.4, D5: 63.2 },
  othersOut: {},
}
