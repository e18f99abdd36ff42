import type { Calibrated } from '../model.ts'

/** Made by `npm run calibrate`: measures of a tube that plays its chart, mm, and how far each note is off, cents. */
export const PIPE_CHANTER: Calibrated = {
  measures: {
    profile: [
      [0, 3.31384],
      [30, 3.67544],
      [379.93911, 26.16493],
    ],
    holes: {
      LT: [108.51298, 4.21038, 5],
      L1: [133.06852, 4.2014, 5],
      L2: [148.26634, 4.18995, 5],
      L3: [156.07179, 5.79082, 5],
      R1: [201.84829, 4.04682, 5],
      R2: [212.56454, 5.60419, 5],
      R3: [242.85336, 4.72376, 5],
      R4: [263.31768, 3.87048, 5],
    },
    mouth: { volumeMm3: 157.52155 },
    half: 0.2,
  },
  errors: {
    G4: -35.9,
    A4: -49.2,
    B4: -47.6,
    'C#5': -32.2,
    D5: -29,
    E5: -66.8,
    'F#5': 107,
    G5: 48.5,
    A5: -0.1,
  },
}
