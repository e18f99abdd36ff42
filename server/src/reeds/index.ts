export { reedRoutes } from './routes.ts'
export { allShelves, shelvesOf } from './store.ts'
