export { lessonRoutes } from './routes.ts'
export { readLesson } from './store.ts'
