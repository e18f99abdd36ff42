export { endHeavyWork, goneWith, heavily, isTold } from './pool.ts'
