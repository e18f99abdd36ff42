import { mkdirSync, rmSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { defineConfig } from '@playwright/test'
import { CHROMIUM_ARGS } from './chromium.ts'

const here = fileURLToPath(new URL('.', import.meta.url))
/** Each worker has a server and a database of its own, so that none meets what another one does. */
const WORKERS = Number(process.env.HALITUS_WORKERS ?? Math.min(3, availableParallelism()))
const portOf = (worker: number) => 4311 + worker
const PORT = portOf(Number(process.env.TEST_PARALLEL_INDEX ?? 0))
/** What is heard in real time is heard alone: two at once would take each other's time. */
const IN_REAL_TIME = /microphone\.test\.ts$/
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
  workers: WORKERS,
  // The longest file would keep one worker busy when the other has nothing left.
  fullyParallel: true,
  // The machine may stand still for other work: then it is waited for, and tried again.
  timeout: 120_000,
  expect: { timeout: 30_000 },
  retries: 2,
  reporter: [['list'], ['json', { outputFile: join(cache, 'results.json') }]],
  globalSetup: './sounds.ts',
  ...(!process.env.HALITUS_SHOTS && {
    projects: [
      { name: 'pages', testIgnore: IN_REAL_TIME },
      { name: 'in real time', testMatch: IN_REAL_TIME, workers: 1, dependencies: ['pages'] },
    ],
  }),
  use: {
    // What a test keeps away from the page must not come from the worker that stands in for the server.
    serviceWorkers: 'block',
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: CHROMIUM_ARGS },
  },
  webServer: Array.from({ length: WORKERS }, (_, worker) => ({
    command: 'node tools/start.mjs --demo',
    cwd: join(here, '..'),
    url: `http://127.0.0.1:${portOf(worker)}/api/health`,
    timeout: 120_000,
    env: {
      PORT: String(portOf(worker)),
      DATABASE_URL: `file:${join(cache, `demo-${worker}.db`)}`,
      LOG_LEVEL: 'warn',
    },
    gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 5000 },
  })),
})
