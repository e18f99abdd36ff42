import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { defineConfig } from '@playwright/test'
import { CHROMIUM_ARGS } from './chromium.ts'

const here = fileURLToPath(new URL('.', import.meta.url))
const PORT = 4311
const cache = join(here, '..', '.cache', 'e2e')
// The configuration is read again by every worker; only the first reading may clear what the server works on.
if (process.env.TEST_WORKER_INDEX === undefined) {
  rmSync(cache, { recursive: true, force: true })
  mkdirSync(cache, { recursive: true })
}

export default defineConfig({
  testDir: here,
  testMatch: process.env.HALITUS_SHOTS ? 'screenshots.shots.ts' : '*.test.ts',
  outputDir: join(here, '..', 'test-results'),
  workers: 1,
  timeout: 60_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: join(cache, 'results.json') }]],
  globalSetup: './sounds.ts',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: CHROMIUM_ARGS },
  },
  webServer: {
    command: 'node tools/start.mjs --demo',
    cwd: join(here, '..'),
    url: `http://127.0.0.1:${PORT}/api/health`,
    timeout: 120_000,
    env: { PORT: String(PORT), DATABASE_URL: `file:${join(cache, 'demo.db')}`, LOG_LEVEL: 'warn' },
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
  },
})
