export { useLesson } from './store.ts'
