// Threads don't take over how their parent loads TypeScript: it is loaded here first, once for as long as a thread is kept.
import { readlinkSync } from 'node:fs'
import { setPriority } from 'node:os'
import { register } from 'tsx/esm/api'

// Answering comes first where cores are short. Only Linux gives threads a priority of their own (setpriority(2)); elsewhere
// they share what there is.
try {
  setPriority(Number(readlinkSync('/proc/thread-self').split('/').at(-1)), 10)
} catch {
  // A system without it.
}

register()
const { run } = await import('./tasks.ts')

export default ({ task, data }) => run(task, data)
