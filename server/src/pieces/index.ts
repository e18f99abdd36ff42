export { pieceRoutes } from './routes.ts'
