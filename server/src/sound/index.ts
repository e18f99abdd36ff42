export { soundRoutes } from './routes.ts'
