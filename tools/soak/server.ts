import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { NODE_ARGS } from '../run-server.mjs'

/** Where the servers of one run keep their databases. */
export const folder = mkdtempSync(join(tmpdir(), 'halitus-soak-'))
export const root = fileURLToPath(new URL('../..', import.meta.url))
export const LESSON = 'saskia-vell-w13'
export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

export interface Running {
  url: string
  child: ChildProcess
}
export const start = (file: string): Promise<Running> =>
  startProgram(['--import', './tools/soak/stalls.mjs', ...NODE_ARGS, '--demo'], file)
/** Starts a program that prints its address. */
export async function startProgram(args: string[], file = 'none.db'): Promise<Running> {
  const child = spawn(process.execPath, args, {
    cwd: root,
    env: {
      ...process.env,
      PORT: '0',
      LOG_LEVEL: 'silent',
      DATABASE_URL: `file:${join(folder, file)}`,
      STALLS: join(folder, 'stalls'),
    },
  })
  let out = ''
  child.stdout!.on('data', (d: Buffer) => (out += d.toString()))
  child.stderr!.on('data', (d: Buffer) => (out += d.toString()))
  for (let k = 0; k < 600; k++) {
    const url = /http:\/\/\S+:\d+/.exec(out)?.[0]
    if (url) return { url, child }
    if (child.exitCode !== null) break
    await pause(50)
  }
  throw new Error(`The server didn’t start: ${out}`)
}
export const ended = (child: ChildProcess, signal: NodeJS.Signals) =>
  new Promise<number | null>((resolve) => {
    child.once('exit', (code) => resolve(code))
    child.kill(signal)
  })
let made = 0
export const note = () => ({
  id: `soak-${++made}`,
  stage: 'tune',
  kind: 'note',
  provenance: 'typed',
  data: { text: `Line ${made}` },
})
export async function add(url: string): Promise<{ status: number; id: string }> {
  const entry = note()
  const response = await fetch(`${url}/api/lessons/${LESSON}/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(entry),
  })
  await response.text()
  return { status: response.status, id: entry.id }
}
export const idsAt = async (url: string) => {
  const { entries } = (await (await fetch(`${url}/api/lessons/${LESSON}`)).json()) as {
    entries: { id: string }[]
  }
  return new Set(entries.map((e) => e.id))
}

/** The longest stall of a server's event loop since it was last asked, ms. */
export async function stallMs(child: ChildProcess): Promise<number> {
  child.kill('SIGUSR2')
  await pause(300)
  return Number(readFileSync(join(folder, 'stalls'), 'utf8'))
}

export const rssMb = (pid: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024
