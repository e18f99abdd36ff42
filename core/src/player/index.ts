export { perform, type Performance } from './player.ts'
export { PRESETS, type Preset } from './presets.ts'
export { seeded, seedOf, type Random } from './random.ts'
