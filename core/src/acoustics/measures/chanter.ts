import type { Calibrated } from '../model.ts'

/** Made by `npm run calibrate`: measures of a tube that plays its chart, mm, and how far each note is off, cents. */
export const CHANTER: Calibrated = {
  measures: {
    profile: [
      [0, 3.50388],
      [50, 4.00249],
      [380.36412, 4.21004],
    ],
    holes: {
      LT: [156.6048, 3.51836, 4.99009],
      L1: [180.08449, 3.51388, 4.98825],
      L2: [191.23854, 3.50174, 5.00048],
      L3: [215.61298, 3.49613, 5.00161],
      R1: [246.58796, 3.50683, 4.98187],
      R2: [260.84936, 3.45517, 5.05209],
      R3: [294.15702, 3.47071, 5.03415],
      R4: [331.07733, 3.47428, 5.03232],
    },
    mouth: { volumeMm3: 284.85108 },
    half: {},
  },
  errors: { G4: 0, A4: 0, B4: 0, 'C#5': 0, D5: 0, E5: 0, 'F#5': 0, G5: 0, A5: 0 },
  heldOut: { G4: 43.8, E5: -19.7, A4: -43.1, 'F#5': -1.9, B4: -2.8, G5: 54, 'C#5': -16.6, A5: 2, D5: 65.2 },
}
