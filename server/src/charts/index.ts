export { chartRoutes } from './routes.ts'
