import { Worker } from 'node:worker_threads'

export interface Load {
  perSecond: number
  p99Ms: number
}

/**
 * Keeps 50 clients asking for some seconds, from a thread of its own.
 * @param post what is sent, one after the other; without it the address is read
 * @param everyMs how long each waits from one to the next; 0: as soon as it is answered
 */
export function load(
  url: string,
  post?: { path: string; entries: object[] },
  everyMs = 0,
  seconds = 2,
): Promise<Load> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./load.mjs', import.meta.url), {
      workerData: { url, post, everyMs, clients: 50, seconds },
    })
    worker.once('message', resolve)
    worker.once('error', reject)
  })
}

/** Whatever a lesson holds, as it would be sent again. */
export async function entriesOf(url: string, lesson: string): Promise<object[]> {
  const known = (await (await fetch(`${url}/api/lessons/${lesson}`)).json()) as {
    lesson: { id: string }
    entries: { lessonId: string; stage: string; kind: string; provenance: string; data: object }[]
  }
  return known.entries
    .filter((e) => e.lessonId === known.lesson.id)
    .map(({ stage, kind, provenance, data }) => ({ stage, kind, provenance, data }))
}

/** The rate of each of some rounds of one load against those of another, in turn: the machine’s noise meets both. */
export async function ratios(rounds: number, one: () => Promise<Load>, other: () => Promise<Load>) {
  const all = []
  for (let k = 0; k < rounds; k++) {
    const against = await other()
    const measured = await one()
    all.push({ measured, against, ratio: measured.perSecond / against.perSecond })
  }
  return all.sort((a, b) => a.ratio - b.ratio)
}
