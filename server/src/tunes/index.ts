export { tuneRoutes } from './routes.ts'
