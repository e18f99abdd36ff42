export { atWork, endHeavyWork, goneWith, heavily, isTold } from './pool.ts'
