// Threads don't take over how their parent loads TypeScript: it is loaded here first, once for as long as a thread is kept.
import { register } from 'tsx/esm/api'

register()
const { TASKS } = await import('./tasks.ts')

export default ({ task, data }) => TASKS[task](data)
