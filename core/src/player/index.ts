/**
 * The simulated player: a seeded signal generator; the same seed always plays the same.
 *
 * @example
 * perform({ instrument: 'flute', written: 'A4', lengthS: 1, leadS: 0, tailS: 0 }, 8000).length // 8000
 */
export { perform, type Performance } from './player.ts'
export { presetOn, PRESETS, type Preset } from './presets.ts'
export { seeded, seedOf, type Random } from './random.ts'
