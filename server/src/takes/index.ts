export { takeRoutes } from './routes.ts'
export { dropTakesOfNobody } from './store.ts'
