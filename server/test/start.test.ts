import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { get } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'

const root = fileURLToPath(new URL('../..', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'halitus-start-'))
const running: ChildProcess[] = []
afterAll(() => {
  for (const child of running) child.kill('SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

/** Starts the server as a process of its own and waits for the address that it prints. */
function start(
  env: Record<string, string> = {},
  ...args: string[]
): Promise<{ url: string; child: ChildProcess; told: () => string }> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', ...args], {
    cwd: root,
    env: {
      ...process.env,
      PORT: '0',
      DATABASE_URL: `file:${join(folder, 'studio.db')}`,
      LOG_LEVEL: 'silent',
      ...env,
    },
  })
  running.push(child)
  return new Promise((resolve, reject) => {
    let out = ''
    child.stdout!.on('data', (data: Buffer) => {
      out += data.toString()
      const url = /http:\/\/\S+:\d+/.exec(out)?.[0]
      if (url) resolve({ url, child, told: () => out })
    })
    let err = ''
    child.stderr!.on('data', (data: Buffer) => (err += data.toString()))
    child.once('exit', (code) => reject(new Error(`ended with ${code}: ${err}`)))
  })
}
const stopped = (child: ChildProcess, signal: NodeJS.Signals) =>
  new Promise<number | null>((resolve) => {
    child.removeAllListeners('exit')
    child.once('exit', resolve)
    child.kill(signal)
  })

describe('the server as a process', () => {
  it('doesn’t start on a file that another server uses, and says which', async () => {
    const first = await start()
    await expect(start()).rejects.toThrow(/Another server uses .*studio\.db already\. Stop that one/)
    expect(await stopped(first.child, 'SIGKILL')).toBeNull()
    // However the first ended, the file is free again at once.
    const next = await start()
    await stopped(next.child, 'SIGTERM')
  })
  it.each(['SIGTERM', 'SIGINT'] as const)(
    'loses nothing that was answered when stopped by %s',
    async (signal) => {
      const first = await start({}, '--demo')
      const ids = Array.from({ length: 10 }, (_, i) => `${signal}-${i}`)
      const answers = await Promise.all(
        ids.map((id) =>
          fetch(`${first.url}/api/lessons/saskia-vell-w13/entries`, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({
              id,
              stage: 'tune',
              kind: 'note',
              provenance: 'typed',
              data: { text: id },
            }),
          }),
        ),
      )
      expect(answers.map((a) => a.status)).toEqual(ids.map(() => 201))
      expect(await stopped(first.child, signal)).toBe(0)

      // The demo is filled in once; what was added stays.
      const again = await start({}, '--demo')
      const { entries } = (await (await fetch(`${again.url}/api/lessons/saskia-vell-w13`)).json()) as {
        entries: { id: string }[]
      }
      expect(entries.map((e) => e.id)).toEqual(expect.arrayContaining(ids))
      expect(await stopped(again.child, 'SIGTERM')).toBe(0)
    },
  )
  it('asks where a studio is whose backups lie beside it', async () => {
    const own = mkdtempSync(join(folder, 'lost-'))
    const DATABASE_URL = `file:${join(own, 'studio.db')}`
    const first = await start({ DATABASE_URL })
    await fetch(`${first.url}/api/backups`, { method: 'POST' })
    await stopped(first.child, 'SIGTERM')
    for (const name of readdirSync(own)) if (name.startsWith('studio.db')) rmSync(join(own, name))
    await expect(start({ DATABASE_URL })).rejects.toThrow(
      /studio\.db isn’t there, but its backups are, the newest of .* npm run restore -- halitus-.*\.db\. For a new, empty studio start with NEW_STUDIO=1\./,
    )
    const fresh = await start({ DATABASE_URL, NEW_STUDIO: '1' })
    await stopped(fresh.child, 'SIGTERM')
  })
  it('shows an address that leads there, and warns of passwords in the clear', async () => {
    const { url, child, told } = await start({ HOST: '0.0.0.0' })
    expect(url).not.toContain('0.0.0.0')
    expect((await fetch(`${url}/api/health`)).status).toBe(200)
    expect((await fetch(`${url}/api/learners`)).status).toBe(401)
    await expect
      .poll(told)
      .toContain('Without HTTPS, passwords and names go through the network in the clear')
    await stopped(child, 'SIGTERM')
    // A proxy on this machine lets others in as well.
    const behind = await start({ ALLOWED_HOSTS: 'studio.example' })
    expect((await fetch(`${behind.url}/api/learners`)).status).toBe(401)
    expect(behind.told()).not.toContain('Without HTTPS')
    await stopped(behind.child, 'SIGTERM')
  })
  it('says what is wrong with a setting and ends', async () => {
    await expect(start({ PORT: 'often' })).rejects.toThrow('ended with 1: PORT is “often”')
  })
  it('says that the port is taken', async () => {
    const { url, child } = await start()
    await expect(
      start({
        PORT: new URL(url).port,
        DATABASE_URL: `file:${join(folder, 'other.db')}`,
      }),
    ).rejects.toThrow(/can’t listen on 127\.0\.0\.1/)
    await stopped(child, 'SIGTERM')
  })
})

describe('the program that starts the server', () => {
  const launcher = (env: Record<string, string>) => {
    const program = "import('./tools/run-server.mjs').then((m) => m.runServer([], process.env))"
    const child = spawn(process.execPath, ['-e', program], {
      cwd: root,
      env: {
        ...process.env,
        PORT: '0',
        DATABASE_URL: `file:${join(folder, `launched-${running.length}.db`)}`,
        LOG_LEVEL: 'silent',
        ...env,
      },
    })
    running.push(child)
    let out = ''
    const ended = new Promise<number | null>((resolve) => child.once('exit', resolve))
    const address = new Promise<string>((resolve) =>
      child.stdout.on('data', (data: Buffer) => {
        out += data.toString()
        const url = /http:\/\/\S+:\d+/.exec(out)?.[0]
        if (url) resolve(url)
      }),
    )
    return { child, ended, address }
  }
  /** Each time by a connection of its own: a kept one says nothing of new ones. */
  const answers = (url: string) =>
    new Promise<boolean>((resolve) => {
      get(`${url}/api/health`, { agent: false }, (response) => {
        response.resume()
        resolve(true)
      }).once('error', () => resolve(false))
    })
  const gone = async (url: string) => {
    for (let tries = 0; tries < 100; tries++) {
      if (!(await answers(url))) return true
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    return false
  }
  /** The server itself: the only child of its launcher. */
  const serverOf = (child: ChildProcess) =>
    Number(readFileSync(`/proc/${child.pid}/task/${child.pid}/children`, 'utf8').trim())

  it('ends with it and with 0 when it is stopped', async () => {
    const { child, ended, address } = launcher({})
    const url = await address
    child.kill('SIGTERM')
    expect(await ended).toBe(0)
    expect(await gone(url)).toBe(true)
  })
  it('takes the server along when it is killed itself', async () => {
    const { child, address } = launcher({})
    const url = await address
    expect(await answers(url)).toBe(true)
    child.kill('SIGKILL')
    expect(await gone(url)).toBe(true)
  })
  it('ends with the server’s own code, and says by which signal it was killed', async () => {
    expect(await launcher({ PORT: 'often' }).ended).toBe(1)
    const { child, ended, address } = launcher({})
    await address
    process.kill(serverOf(child), 'SIGKILL')
    expect(await ended).toBe(137)
  })
})
