import type { Calibrated } from '../model.ts'

/** Made by `npm run calibrate`: measures of a tube that plays its chart, mm, and how far each note is off, cents. */
export const PIPE_CHANTER: Calibrated = {
  measures: {
    profile: [
      [0, 3.55777],
      [30, 4.4096],
      [344.39906, 20.26201],
    ],
    holes: {
      LT: [112.61593, 4.85859, 4.30645],
      L1: [133.47883, 5.24513, 4.16312],
      L2: [135.6733, 4.55334, 4.88224],
      L3: [144.78846, 4.699, 4.59059],
      R1: [185.99956, 4.08105, 5.66381],
      R2: [190.30259, 4.50499, 5.65429],
      R3: [226.39612, 4.76508, 4.9907],
      R4: [255.02284, 4.51061, 4.81056],
    },
    mouth: { volumeMm3: 105.00284 },
    half: {},
  },
  errors: { G4: 0, A4: 0, B4: 0, 'C#5': 0, D5: 0, E5: 0, 'F#5': 0, G5: 0, A5: 0 },
  heldOut: {
    G4: 23.4,
    E5: -163,
    A4: 28.6,
    'F#5': -60,
    B4: -22.9,
    G5: 138.6,
    'C#5': -39.6,
    A5: 71.4,
    D5: 119.4,
  },
}
