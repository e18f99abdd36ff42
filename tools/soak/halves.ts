import { spawn } from 'node:child_process'
import { copyFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { createClient } from '@libsql/client'
import { writeWav } from '@halitus/core/sound'
import { say, type Line } from '../reliability.ts'
import { ended, folder, LESSON, pause, root, start } from './server.ts'

const HALVES = Number(process.env.HALVES ?? 20)

/** What a studio is, in a few letters: which of two it is. */
async function whatIs(url: string): Promise<string> {
  const studio = (await (await fetch(`${url}/api/export`)).json()) as {
    studio: { name: string }
    entries: unknown[]
    learners: unknown[]
  }
  return `${studio.studio.name}: ${studio.learners.length}, ${studio.entries.length}`
}
const sendFile = (url: string, text: string) =>
  fetch(`${url}/api/import`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: text })

/** Killed in the middle of what changes everything: afterwards it is all done or not at all, and nothing half-made is left. */
export async function halves(): Promise<Line[]> {
  const lines: Line[] = []
  const file = 'halves.db'
  const backups = join(folder, 'halves-backups')
  let now = await start(file)
  const one = (await (await fetch(`${now.url}/api/export`)).json()) as {
    entries: unknown[]
    studio: { name: string }
  }
  const other = {
    ...one,
    studio: { ...one.studio, name: 'Another' },
    entries: one.entries.filter((_, k) => k % 2),
  }
  const [textOfOne, textOfOther] = [JSON.stringify(one), JSON.stringify(other)]
  const isOne = await whatIs(now.url)
  await sendFile(now.url, textOfOther)
  const isOther = await whatIs(now.url)
  const leftOver = () => readdirSync(backups).filter((n) => !n.endsWith('.db')).length
  async function killed(
    name: string,
    work: (url: string) => Promise<unknown>,
    before: () => Promise<unknown>,
  ) {
    const from = performance.now()
    await before()
    await work(now.url)
    const takesMs = performance.now() - from
    let half = 0
    let left = 0
    for (let k = 0; k < HALVES; k++) {
      await before()
      const working = work(now.url).catch(() => undefined)
      await pause(Math.random() * takesMs)
      await ended(now.child, 'SIGKILL')
      await working
      now = await start(file)
      if (![isOne, isOther].includes(await whatIs(now.url))) half++
      const { backups: list } = (await (await fetch(`${now.url}/api/backups`)).json()) as {
        backups: { whole: boolean }[]
      }
      half += list.filter((b) => !b.whole).length
      left += leftOver()
    }
    lines.push(
      say({
        what: `killed at ${HALVES} moments in ${name}: half done or not whole; half-made files left`,
        target: '0; 0',
        found: `${half}; ${left}`,
        met: half + left === 0,
      }),
    )
  }
  await killed(
    'an import',
    (url) => sendFile(url, textOfOther),
    () => sendFile(now.url, textOfOne),
  )
  await sendFile(now.url, textOfOne)
  const made = (await (await fetch(`${now.url}/api/backups`, { method: 'POST' })).json()) as { name: string }
  const kept = join(folder, made.name)
  copyFileSync(join(backups, made.name), kept)
  await killed(
    'a backup',
    (url) => fetch(`${url}/api/backups`, { method: 'POST' }),
    () => Promise.resolve(),
  )
  await killed(
    'a restore',
    async (url) => fetch(`${url}/api/backups/${made.name}/restore`, { method: 'POST' }),
    async () => {
      // Backups rotate: the one that is restored from stays.
      copyFileSync(kept, join(backups, made.name))
      await sendFile(now.url, textOfOther)
    },
  )
  await ended(now.child, 'SIGTERM')
  // The command that restores with the server stopped.
  let half = 0
  for (let k = 0; k < HALVES; k++) {
    copyFileSync(kept, join(backups, made.name))
    const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/restore.ts', made.name], {
      cwd: root,
      env: { ...process.env, DATABASE_URL: `file:${join(folder, file)}` },
    })
    await pause(1500 + Math.random() * 2500)
    await ended(child, 'SIGKILL')
    now = await start(file)
    if (![isOne, isOther].includes(await whatIs(now.url))) half++
    await sendFile(now.url, textOfOther)
    await ended(now.child, 'SIGTERM')
  }
  lines.push(
    say({
      what: `the restoring command killed at ${HALVES} moments: a studio that is neither`,
      target: '0',
      found: `${half}`,
      met: half === 0,
    }),
  )
  // Somebody who was to leave, and whose recordings go with them.
  let left = 0
  for (let k = 0; k < HALVES; k++) {
    now = await start(file)
    await sendFile(now.url, textOfOne)
    const wave = writeWav(new Float32Array(8000).fill(0.1), 8000)
    await fetch(`${now.url}/api/lessons/${LESSON}/takes?id=leaves-${k}&consent=learner`, {
      method: 'POST',
      headers: { 'content-type': 'audio/wav' },
      body: new Uint8Array(wave),
    })
    await ended(now.child, 'SIGTERM')
    const client = createClient({ url: `file:${join(folder, file)}` })
    await client.execute("insert or replace into leaving values ('saskia-vell', '2020-01-01T00:00:00', 0)")
    client.close()
    now = await start(file)
    await pause(Math.random() * 300)
    await ended(now.child, 'SIGKILL')
    now = await start(file)
    await pause(1500)
    if ((await fetch(`${now.url}/api/learners/saskia-vell`)).status !== 404) left++
    left += readdirSync(join(folder, 'takes')).length
    await ended(now.child, 'SIGTERM')
  }
  lines.push(
    say({
      what: `killed at ${HALVES} moments while a learner is deleted for good: learner or recordings left after the next start`,
      target: '0',
      found: `${left}`,
      met: left === 0,
    }),
  )
  return lines
}
