export { studioRoutes } from './routes.ts'
export { exportPieces, exportStudio, importStudio, readStudio, writeStudio } from './store.ts'
export { inPieces, type StudioInPieces } from './in-pieces.ts'
