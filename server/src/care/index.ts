export { gate } from './gate.ts'
export { careRoutes } from './routes.ts'
export { isSetUp, SetUpCode } from './store.ts'
