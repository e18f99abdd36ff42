export { before, endHeavyWork, getReady, giveBack, heavily, isTold } from './pool.ts'
export { workRoutes } from './routes.ts'
