export { FLUTE_FINGERS } from './fingers.ts'
export { FLUTE_SETUP, FLUTE_TEACHING } from './setup.ts'
