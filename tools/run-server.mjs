import { spawn } from 'node:child_process'
import { constants } from 'node:os'
import { root } from './setup.mjs'

/** How often it is looked whether whoever started this program is still there, ms. */
const LOOK_MS = 1000

/** What Node is started with to run the server from its sources. */
export const NODE_ARGS = ['--expose-gc', '--max-semi-space-size=8', '--import', 'tsx', 'server/src/main.ts']

/**
 * Runs the server and ends with it: with its exit code, or 128 and the signal's number when it was killed (POSIX shells).
 * Ends it, too: by the signals that stop a program, when its starter has gone, and however this program ends.
 */
export function runServer(args, env) {
  const server = spawn(process.execPath, [...NODE_ARGS, ...args], {
    cwd: root,
    env,
    // The server notices by the fourth that this program has gone, killed even.
    stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
  })
  let asked = false
  const stop = (signal) => {
    asked = true
    server.kill(signal)
  }
  // npm passes a stop on to this program; the server gets it too and says when it has closed its files.
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => stop(signal === 'SIGHUP' ? 'SIGTERM' : signal))
  server.on('exit', (code, signal) =>
    process.exit(signal ? (asked ? 0 : 128 + constants.signals[signal]) : code),
  )
  // npm itself may be gone without passing anything on: then nobody waits for this server any more.
  const parent = process.ppid
  setInterval(() => {
    if (process.ppid !== parent) stop('SIGTERM')
  }, LOOK_MS).unref()
}
