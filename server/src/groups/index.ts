export { groupRoutes } from './routes.ts'
