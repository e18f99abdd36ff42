import { rmSync } from 'node:fs'
import { keep, type Line } from '../reliability.ts'
import { halves } from './halves.ts'
import { ends, lock } from './kills.ts'
import { large } from './large.ts'
import { folder } from './server.ts'
import { underLoad, writes } from './under-load.ts'

const [part] = process.argv.slice(2)
const KILLS = Number(process.env.KILLS ?? 100)
const STOPS = Number(process.env.STOPS ?? 20)

const parts: [name: string, title: string, run: () => Promise<Line[]>][] = [
  ['kills', 'Ended in the middle', async () => [await ends('SIGKILL', KILLS), await ends('SIGTERM', STOPS)]],
  ['lock', 'Held by another program', lock],
  ['load', 'Load', underLoad],
  ['writes', 'Writing', writes],
  ['halves', 'Ended in the middle of everything at once', halves],
  ['large', 'A studio of years', large],
]
for (const [name, title, run] of parts) if (!part || part === name) await keep(title, await run())
rmSync(folder, { recursive: true, force: true })
