export { fingeringRoutes } from './routes.ts'
