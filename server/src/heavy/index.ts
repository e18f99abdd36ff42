export { before, endHeavyWork, heavily, isTold } from './pool.ts'
export { workRoutes } from './routes.ts'
