export { takeRoutes } from './routes.ts'
export { dropTakesAside, dropTakesOf, layTakesAside, sweepTakes } from './store.ts'
