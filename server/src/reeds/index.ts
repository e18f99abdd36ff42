export { reedRoutes } from './routes.ts'
