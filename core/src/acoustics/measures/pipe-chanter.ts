import type { Calibrated } from '../model.ts'

/** Made by `npm run calibrate`: measures of a tube that plays its chart, mm, and how far each note is off, cents. */
export const PIPE_CHANTER: Calibrated = {
  measures: {
    profile: [
      [0, 3.60645],
      [30, 4.56089],
      [341.6141, 19.8037],
    ],
    holes: {
      LT: [115.52688, 4.22632, 5.34271],
      L1: [129.41886, 4.07564, 5.56619],
      L2: [134.51907, 4.26716, 5.30373],
      L3: [145.09325, 4.72143, 4.75748],
      R1: [187.07312, 4.20311, 5.45208],
      R2: [191.3625, 4.47779, 5.1627],
      R3: [224.39706, 4.62891, 5.03759],
      R4: [253.98744, 4.60639, 5.11512],
    },
    mouth: { volumeMm3: 54.83027 },
    half: {},
  },
  errors: { G4: -0.1, A4: 0, B4: 0, 'C#5': -0.2, D5: 0.4, E5: -0.2, 'F#5': 0, G5: 0.2, A5: -0.1 },
  heldOut: {
    G4: 45.9,
    E5: -187,
    A4: -17.2,
    'F#5': 6.7,
    B4: -26.9,
    G5: 102.3,
    'C#5': -37.5,
    A5: 15.3,
    D5: 109.4,
  },
  othersOut: {},
}
