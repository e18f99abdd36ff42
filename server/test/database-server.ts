import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { createRequire } from 'node:module'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A libSQL server as a school may run one, over a folder of its own. */
export interface DatabaseServer {
  url: string
  start(): Promise<void>
  /** As if its plug were pulled. */
  kill(): Promise<void>
  remove(): Promise<void>
}

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo
  server.close()
  await once(server, 'close')
  return port
}

/** Starts the server that the registry carries as a program for this machine. */
export async function startDatabaseServer(): Promise<DatabaseServer> {
  const program = createRequire(import.meta.url).resolve(`@sqld/${process.platform}-${process.arch}/sqld`)
  const folder = mkdtempSync(join(tmpdir(), 'halitus-rooms-'))
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  let child: ChildProcess | undefined
  const kill = async () => {
    if (!child || child.exitCode !== null || child.signalCode) return
    child.kill('SIGKILL')
    await once(child, 'exit')
  }
  const server: DatabaseServer = {
    url,
    async start() {
      child = spawn(program, ['--db-path', join(folder, 'db'), '--http-listen-addr', `127.0.0.1:${port}`], {
        stdio: 'ignore',
      })
      for (let tries = 0; tries < 200; tries++) {
        if (
          await fetch(`${url}/health`).then(
            (r) => r.ok,
            () => false,
          )
        )
          return
        await new Promise((resolve) => setTimeout(resolve, 50))
      }
      throw new Error('The database’s server didn’t start within 10 s.')
    },
    kill,
    async remove() {
      await kill()
      rmSync(folder, { recursive: true, force: true })
    },
  }
  await server.start()
  return server
}
