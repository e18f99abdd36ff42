// Starts the studio; with --demo, on a database of its own that is filled with the demo studio.
import { spawn } from 'node:child_process'
import { buildWeb, installPackages, root } from './setup.mjs'

installPackages()
buildWeb()
const demo = process.argv.includes('--demo')
const env = { ...process.env }
env.DATABASE_URL ??= demo ? 'file:data/demo.db' : 'file:data/halitus.db'
env.NODE_ENV ??= 'production'
const server = spawn(
  process.execPath,
  ['--import', 'tsx', 'server/src/main.ts', ...(demo ? ['--demo'] : [])],
  {
    cwd: root,
    env,
    stdio: 'inherit',
  },
)
// npm passes a stop on to this program; the server gets it too and says when it has closed its files.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => server.kill(signal === 'SIGHUP' ? 'SIGTERM' : signal))
server.on('exit', (code, signal) => process.exit(signal ? 0 : (code ?? 1)))
// npm itself may be gone without passing anything on: then nobody waits for this server any more.
const parent = process.ppid
setInterval(() => {
  if (process.ppid !== parent) server.kill('SIGTERM')
}, 1000).unref()
