export { useListening } from './store.ts'
