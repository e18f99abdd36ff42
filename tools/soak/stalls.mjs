// Watches the event loop of the program it is loaded into: at each SIGUSR2 the longest stall since the last one is written
// into the file that STALLS names, ms.
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { writeFileSync } from 'node:fs'

const RESOLUTION_MS = 5
const loop = monitorEventLoopDelay({ resolution: RESOLUTION_MS })
loop.enable()
process.on('SIGUSR2', () => {
  writeFileSync(process.env.STALLS, String(Math.max(0, loop.max / 1e6 - RESOLUTION_MS)))
  loop.reset()
})
