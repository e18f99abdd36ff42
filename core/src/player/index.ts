/**
 * The simulated player: a seeded signal generator; the same seed always plays the same.
 *
 * @example
 * perform({ instrument: 'flute', written: 'A4', lengthS: 1, leadS: 0, tailS: 0 }, 8000).length // 8000
 */
export { perform, phraseOf, type Performance } from './player.ts'
export { playPhrase } from './phrase.ts'
export type { Around, Attack, Happening, Manner, Phrase, PhraseNote, Played, Stroke, Truth } from './asked.ts'
export { pink } from './around.ts'
export { presetOn, PRESETS, presetsFor, type Expectation, type Preset } from './presets.ts'
export { seeded, seedOf, type Random } from './random.ts'
