export { CLARINET_FINGERS } from './fingers.ts'
export { CLARINET_SETUP, CLARINET_TEACHING } from './setup.ts'
