export { acousticRoutes } from './routes.ts'
