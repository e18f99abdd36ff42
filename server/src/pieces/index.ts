export { pieceRoutes } from './routes.ts'
export { piecesOf } from './store.ts'
