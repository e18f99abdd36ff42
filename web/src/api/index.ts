export { api, ApiError } from './client.ts'
