import { once } from 'node:events'
import { createReadStream, createWriteStream, statSync } from 'node:fs'
import { request } from 'node:http'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { say, type Line } from '../reliability.ts'
import { ended, folder, rssMb, stallMs, start } from './server.ts'

/** So many times the demo studio: 300 learners. */
const COPIES = Number(process.env.COPIES ?? 38)

/** A studio of years, out and in again. */
export async function large(): Promise<Line[]> {
  const { url, child } = await start('large.db')
  const one = (await (await fetch(`${url}/api/export`)).json()) as Record<string, { id?: string }[]>
  const OWN = ['id', 'learnerId', 'lessonId', 'cardId', 'reedId', 'pieceId'] as const
  const path = join(folder, 'large.json')
  const out = createWriteStream(path)
  const lists = Object.keys(one).filter((k) => Array.isArray(one[k]))
  const head = Object.fromEntries(Object.entries(one).filter(([k]) => !lists.includes(k)))
  out.write(JSON.stringify(head).slice(0, -1))
  for (const name of lists) {
    out.write(`,"${name}":[`)
    for (let k = 0; k < COPIES; k++) {
      const rows = one[name]!.map((row) => {
        const copy: Record<string, unknown> = { ...row }
        for (const field of OWN) if (typeof copy[field] === 'string') copy[field] = `${copy[field]}-${k}`
        if (name === 'entries') copy.seq = Number(copy.seq) + k * 1_000_000
        return copy
      })
      const text = JSON.stringify(rows).slice(1, -1)
      if (text && !out.write(`${k ? ',' : ''}${text}`)) await once(out, 'drain')
    }
    out.write(']')
  }
  out.end('}')
  await once(out, 'close')
  let most = 0
  const watch = setInterval(() => (most = Math.max(most, rssMb(child.pid!))), 100)
  await stallMs(child)
  const from = performance.now()
  // Without a limit on how long the answer may take: a file of hundreds of MB takes minutes.
  const answer = await new Promise<{ status: number; text: string }>((resolve, reject) => {
    const sending = request(
      `${url}/api/import`,
      { method: 'POST', headers: { 'content-type': 'application/json' } },
      (r) => {
        let text = ''
        r.on('data', (d: Buffer) => (text += d.toString())).on('end', () =>
          resolve({ status: r.statusCode ?? 0, text }),
        )
      },
    )
    pipeline(createReadStream(path), sending).catch(reject)
  })
  const { imported } = JSON.parse(answer.text) as { imported?: Record<string, number> }
  const inS = (performance.now() - from) / 1000
  const inStall = await stallMs(child)
  let bytes = 0
  for await (const part of (await fetch(`${url}/api/export`)).body!) bytes += (part as Uint8Array).byteLength
  const outStall = await stallMs(child)
  clearInterval(watch)
  await ended(child, 'SIGTERM')
  const asked = { learners: one.learners!.length * COPIES, entries: one.entries!.length * COPIES }
  const same =
    imported?.learners === asked.learners &&
    imported.entries === asked.entries &&
    bytes === statSync(path).size
  return [
    say({
      what: `a studio of ${asked.learners} learners and ${asked.entries} lines, ${(bytes / 1e6).toFixed(0)} MB, in and out again: the same`,
      target: 'yes',
      found: same
        ? `yes, in within ${inS.toFixed(0)} s`
        : `no: ${answer.status}, ${JSON.stringify(imported)}, ${bytes} bytes`,
      met: same,
    }),
    say({
      what: 'most memory of the server meanwhile; longest stall in the import; in the export',
      target: 'under 500 MB; 100 ms; 100 ms',
      found: `${most.toFixed(0)} MB; ${inStall.toFixed(0)} ms; ${outStall.toFixed(0)} ms`,
      met: most < 500 && inStall < 100 && outStall < 100,
    }),
  ]
}
