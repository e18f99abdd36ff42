export { whenSignedOut } from './client.ts'
export { api, ApiError, changes } from './client.ts'
export { useOutbox, type Message } from './outbox.ts'
