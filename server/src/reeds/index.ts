export { reedRoutes } from './routes.ts'
export { shelvesOf } from './store.ts'
