export { gapWords, useListening, type SoundSource, type Take } from './store.ts'
export { useHum } from './hum.ts'
export { hush, playingId, replay, replayAll } from './replay.ts'
