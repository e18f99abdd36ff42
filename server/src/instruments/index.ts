export { instrumentRoutes } from './routes.ts'
