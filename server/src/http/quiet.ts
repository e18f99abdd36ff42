import type { Server } from 'node:http'

/** So long nobody must have asked for anything, ms (chosen by Halitus). */
const QUIET_MS = 20_000

/** Does something each time that nobody has asked a server for anything for a while; never keeps the program going. */
export function whenQuiet(server: Server, work: () => void, quietMs = QUIET_MS): void {
  const waiting = setTimeout(work, quietMs).unref()
  server.on('request', () => waiting.refresh())
  server.once('close', () => clearTimeout(waiting))
}
