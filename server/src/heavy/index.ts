export { before, endHeavyWork, getReady, giveBack, heavily, inBackground, isTold } from './pool.ts'
export { workRoutes } from './routes.ts'
export type { Told } from './told.ts'
export type { Reading, TuneFile } from './tunes.ts'
