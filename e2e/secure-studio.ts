import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, type Browser, type BrowserContext } from '@playwright/test'

/** A studio that other machines reach, by HTTPS, with the demo in a database of its own. */
export interface SecureStudio {
  /** What it said matched by this, once it has. */
  found(what: RegExp): Promise<string>
  /** Its address on this machine. */
  url(): Promise<string>
  /** A browser in which the teacher has chosen a password and signed in. */
  teacher(browser: Browser): Promise<BrowserContext>
  stop(): void
}

export const PASSWORD = 'seven wooden tubes'

/** Starts one; it is there when its address was found. */
export function secureStudio(): SecureStudio {
  const folder = mkdtempSync(join(tmpdir(), 'halitus-care-'))
  let said = ''
  const server: ChildProcess = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--demo'], {
    cwd: fileURLToPath(new URL('..', import.meta.url)),
    env: {
      ...process.env,
      HOST: '0.0.0.0',
      HTTPS: '1',
      PORT: '0',
      LOG_LEVEL: 'silent',
      DATABASE_URL: `file:${join(folder, 'care.db')}`,
    },
  })
  server.stdout!.on('data', (data: Buffer) => (said += data.toString()))
  const found = async (what: RegExp) => {
    await expect.poll(() => what.exec(said)?.[1] ?? '', { timeout: 60_000 }).not.toBe('')
    return what.exec(said)![1]!
  }
  const url = async () => `https://localhost:${await found(/Halitus is at https:\/\/[^/]+:(\d+)\//)}`
  return {
    found,
    url,
    async teacher(browser) {
      const context = await browser.newContext({ ignoreHTTPSErrors: true, baseURL: await url() })
      const code = (await found(/first sign-in: (\d{4} \d{4})/)).replace(/\s/g, '')
      const answer = await context.request.post('/api/session/set-up', { data: { code, password: PASSWORD } })
      expect(answer.ok(), await answer.text()).toBe(true)
      return context
    },
    stop() {
      server.kill('SIGKILL')
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
