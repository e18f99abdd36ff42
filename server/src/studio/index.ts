export { studioRoutes } from './routes.ts'
export { exportStudio, importStudio, readStudio, writeStudio } from './store.ts'
