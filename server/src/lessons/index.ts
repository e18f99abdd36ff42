export { lessonRoutes } from './routes.ts'
