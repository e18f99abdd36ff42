export { useListening, type SoundSource, type Take } from './store.ts'
