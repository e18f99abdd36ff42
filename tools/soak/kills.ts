import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { say, type Line } from '../reliability.ts'
import { add, ended, folder, idsAt, LESSON, note, pause, start } from './server.ts'

const LOCK_S = Number(process.env.LOCK_S ?? 60)

/** Ends the server at random moments in the middle of writes; what it had answered must be there afterwards. */
export async function ends(signal: NodeJS.Signals, times: number): Promise<Line> {
  const known: string[] = []
  let codes = 0
  let now = await start('kills.db')
  for (let k = 0; k < times; k++) {
    let going = true
    const writing = Array.from({ length: 4 }, async () => {
      while (going)
        try {
          const { status, id } = await add(now.url)
          if (status === 201) known.push(id)
        } catch {
          return
        }
    })
    await pause(20 + Math.random() * 400)
    const code = await ended(now.child, signal)
    if (signal === 'SIGTERM' && code !== 0) codes++
    going = false
    await Promise.all(writing)
    now = await start('kills.db')
  }
  const there = await idsAt(now.url)
  const lost = known.filter((id) => !there.has(id)).length
  await ended(now.child, 'SIGTERM')
  return say({
    what: `${signal} at ${times} moments while four write; acknowledged lines lost${signal === 'SIGTERM' ? '; other exit codes than 0' : ''}`,
    target: '0',
    found: `${lost} of ${known.length}${signal === 'SIGTERM' ? `; ${codes}` : ''}`,
    met: lost === 0 && codes === 0,
  })
}

/** Another program holds the database for a while: writes are refused in words, reading goes on, then writing too. */
export async function lock(): Promise<Line[]> {
  const { url, child } = await start('lock.db')
  await add(url)
  const other = createClient({ url: `file:${join(folder, 'lock.db')}` })
  const held = await other.transaction('write')
  const until = Date.now() + LOCK_S * 1000
  const refused: number[] = []
  let slowest = 0
  const saids = new Set<string>()
  while (Date.now() < until) {
    const response = await fetch(`${url}/api/lessons/${LESSON}/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(note()),
    })
    refused.push(response.status)
    saids.add(((await response.json()) as { error?: { message: string } }).error?.message ?? '')
    const from = performance.now()
    await (await fetch(`${url}/api/learners`)).text()
    slowest = Math.max(slowest, performance.now() - from)
  }
  await held.rollback()
  other.close()
  const after = await add(url)
  await ended(child, 'SIGTERM')
  return [
    say({
      what: `locked by another program for ${LOCK_S} s: writes answered`,
      target: '503, in words',
      found: `${[...new Set(refused)].join(', ')}: ${[...saids].join(' ')}`,
      met: refused.every((s) => s === 503),
    }),
    say({
      what: 'slowest reading meanwhile',
      target: 'under 250 ms',
      found: `${slowest.toFixed(0)} ms`,
      met: slowest < 250,
    }),
    say({
      what: 'the first write afterwards',
      target: '201',
      found: `${after.status}`,
      met: after.status === 201,
    }),
  ]
}
