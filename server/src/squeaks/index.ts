export { squeakRoutes } from './routes.ts'
