import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openDatabase } from '../src/db/index.ts'
import { letGo } from '../src/learners/index.ts'
import { startDatabaseServer, type DatabaseServer } from './database-server.ts'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let keeper: DatabaseServer
let upstairs: StudioAtWork
let downstairs: StudioAtWork
const LEARNER = {
  id: 'a',
  name: 'Ilka Brond',
  birthYear: 2012,
  instruments: ['clarinet'],
  schools: {},
  minutesPerSession: 15,
  sessionsPerWeek: 5,
  note: '',
}
const note = (id: string) => ({
  id,
  stage: 'sound',
  kind: 'note',
  provenance: 'typed',
  data: { text: `line ${id}` },
})

beforeAll(async () => {
  keeper = await startDatabaseServer()
  // Both find an empty database at the same moment.
  ;[upstairs, downstairs] = await Promise.all([
    startStudio({ databaseUrl: keeper.url }),
    startStudio({ databaseUrl: keeper.url }),
  ])
  await upstairs.call('POST', '/api/learners', LEARNER)
  await upstairs.call('POST', '/api/learners/a/lessons', {
    id: 'l',
    instrument: 'clarinet',
    startsAt: '2026-03-20T15:00:00',
    minutes: 30,
  })
}, 60_000)
afterAll(async () => {
  await upstairs?.stop()
  await downstairs?.stop()
  await keeper?.remove()
})

describe('two rooms, one studio on a libSQL server', () => {
  it('read at once what was written in the other one, though answers are kept', async () => {
    const seen = async () => (await downstairs.call('GET', '/api/learners/a')).data
    expect((await seen()).entries).toEqual([])
    await upstairs.call('POST', '/api/lessons/l/entries', note('n0'))
    expect((await seen()).entries.map((e: { id: string }) => e.id)).toEqual(['n0'])
    await upstairs.call('PATCH', '/api/learners/a', { note: 'plays first' })
    expect((await seen()).learner.note).toBe('plays first')
    expect((await downstairs.call('GET', '/api/today')).data.lessons).toMatchObject([
      { learner: { name: 'Ilka Brond' } },
    ])
    await upstairs.call('PATCH', '/api/lessons/l', { minutes: 45 })
    expect((await downstairs.call('GET', '/api/today')).data.lessons[0].lesson.minutes).toBe(45)
    await downstairs.call('PATCH', '/api/lessons/l', { minutes: 30 })
    expect((await upstairs.call('GET', '/api/today')).data.lessons[0].lesson.minutes).toBe(30)
  })

  it('what is derived stays true of others when a line of somebody’s is written', async () => {
    const stamps = () =>
      Promise.all([
        downstairs.db.stamp(),
        downstairs.db.stamp('lines'),
        downstairs.db.stamp({ linesOf: 'a' }),
        downstairs.db.stamp({ linesOf: 'b' }),
      ])
    const changed = async (work: () => Promise<unknown>) => {
      const before = await stamps()
      await work()
      const after = await stamps()
      return before.map((stamp, i) => stamp !== after[i])
    }
    expect(await changed(() => Promise.resolve())).toEqual([false, false, false, false])
    expect(await changed(() => upstairs.call('POST', '/api/lessons/l/entries', note('n1')))).toEqual([
      false,
      true,
      true,
      false,
    ])
    const general = () => upstairs.call('PUT', '/api/learners/a/plans/setup', { text: 'x', version: 0 })
    expect(await changed(general)).toEqual([true, true, true, true])
    // What failed was rolled back, its stamp too.
    const failing = () => upstairs.db.write(() => Promise.reject(new Error('no'))).catch(() => undefined)
    expect(await changed(failing)).toEqual([false, false, false, false])
  })

  it('writing at the same time, every line is kept once and in an order', async () => {
    const before = (await upstairs.call('GET', '/api/lessons/l')).data.entries.length
    const lines = Array.from({ length: 20 }, (_, k) => k)
    const sent = await Promise.all(
      lines.flatMap((k) => [
        upstairs.call('POST', '/api/lessons/l/entries', note(`up${k}`)),
        downstairs.call('POST', '/api/lessons/l/entries', note(`down${k}`)),
        // The same one through both rooms, as after an answer that was lost.
        upstairs.call('POST', '/api/lessons/l/entries', note(`both${k}`)),
        downstairs.call('POST', '/api/lessons/l/entries', note(`both${k}`)),
      ]),
    )
    expect(new Set(sent.map((s) => s.status))).toEqual(new Set([201]))
    const { entries } = (await downstairs.call('GET', '/api/lessons/l')).data
    expect(entries).toHaveLength(before + 60)
    const order: number[] = entries.map((e: { seq: number }) => e.seq)
    expect(new Set(order).size).toBe(before + 60)
    expect(order).toEqual([...order].sort((x, y) => x - y))
    expect(Math.max(...order)).toBe(before + 60)
  }, 60_000)

  it('the later of two who rewrite the same text is told, and nothing is overwritten', async () => {
    const { version } = (await upstairs.call('GET', '/api/learners/a')).data.learner
    expect((await upstairs.call('PATCH', '/api/learners/a', { note: 'mine', version })).status).toBe(200)
    const later = await downstairs.call('PATCH', '/api/learners/a', { note: 'theirs', version })
    expect(later.status).toBe(409)
    expect(later.data.error.message).toBe(
      `What is kept of Ilka Brond was changed elsewhere meanwhile (version ${version + 1}, yours was ${version}). Look at it again.`,
    )
    const plan = (room: StudioAtWork, text: string) =>
      room.call('PUT', '/api/learners/a/plans/sound', { text, version: 0 })
    const answers = await Promise.all([plan(upstairs, 'E4'), plan(downstairs, 'G4')])
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409])
    expect((await upstairs.call('GET', '/api/learners/a')).data).toMatchObject({
      learner: { note: 'mine' },
      plans: [{ stage: 'setup' }, { text: answers.find((a) => a.status === 200)!.data.text }],
    })
  })

  it('a whole studio taken in by one is there for the other', async () => {
    const file = (await upstairs.call('GET', '/api/export')).data
    await downstairs.call('PATCH', '/api/learners/a', { name: 'Somebody Else' })
    expect((await upstairs.call('POST', '/api/import', file)).status).toBe(200)
    expect((await downstairs.call('GET', '/api/learners')).data.learners).toMatchObject([
      { name: 'Ilka Brond' },
    ])
    expect((await downstairs.call('GET', '/api/export')).data).toEqual({
      ...file,
      exportedAt: expect.any(String),
    })
  })

  it('while the database’s server is away both say so, and go on by themselves', async () => {
    await keeper.kill()
    for (const [method, path, body] of [
      ['GET', '/api/today', undefined],
      ['POST', '/api/lessons/l/entries', note('away')],
    ] as const) {
      const answer = await upstairs.call(method, path, body)
      expect(answer.status).toBe(503)
      expect(answer.data.error).toEqual({
        code: 'away',
        message:
          'The server that keeps the database doesn’t answer. Try again when it does: nothing is saved twice.',
      })
    }
    await expect(openDatabase(`${keeper.url}?authToken=secret`)).rejects.toThrow(
      `${keeper.url} doesn’t answer. Start that server, or name another database in DATABASE_URL.`,
    )
    await keeper.start()
    expect((await upstairs.call('POST', '/api/lessons/l/entries', note('away'))).status).toBe(201)
    const { entries } = (await downstairs.call('GET', '/api/lessons/l')).data
    expect(entries.filter((e: { id: string }) => e.id === 'away')).toHaveLength(1)
  })

  it('one deletes a learner for good while the other writes: each line is kept or refused, and then nothing is left', async () => {
    await upstairs.call('POST', '/api/learners', { ...LEARNER, id: 'b', name: 'Bram Ostry' })
    await upstairs.call('POST', '/api/learners/b/lessons', {
      id: 'lb',
      instrument: 'clarinet',
      startsAt: '2026-03-20T16:00:00',
      minutes: 30,
    })
    const statuses: number[] = []
    const writing = (async () => {
      for (let k = 0; k < 30; k++)
        statuses.push((await downstairs.call('POST', '/api/lessons/lb/entries', note(`b${k}`))).status)
    })()
    expect((await upstairs.call('DELETE', '/api/learners/b', { name: 'Bram Ostry' })).status).toBe(200)
    expect(await upstairs.db.write((tx) => letGo(tx, '2026-03-21'))).toBe(1)
    await writing
    expect(statuses.filter((s) => ![201, 404].includes(s))).toEqual([])
    expect(statuses.at(-1)).toBe(404)
    for (const room of [upstairs, downstairs]) {
      expect((await room.call('GET', '/api/learners/b')).status).toBe(404)
      expect(JSON.stringify((await room.call('GET', '/api/export')).data)).not.toContain('Bram')
    }
  })

  it('a transaction that takes the database’s server too long is given up whole, in a sentence', async () => {
    // The server lets one hold up others for five seconds.
    const { tables } = await import('../src/db/index.ts')
    let hold = () => {}
    const held = new Promise<void>((resolve) => (hold = resolve))
    const late = upstairs.db.write(async (tx) => {
      await tx.insert(tables.plans).values({ learnerId: 'a', stage: 'tongue', text: 'late', version: 1 })
      hold()
      const until = Date.now() + 5500
      while (Date.now() < until) await new Promise((resolve) => setTimeout(resolve, 100))
      await tx.insert(tables.plans).values({ learnerId: 'a', stage: 'home', text: 'late', version: 1 })
    })
    const failed = late.catch((error: unknown) => error)
    // It gives up on nobody for whom nobody waits.
    await held
    const written = downstairs.call('POST', '/api/lessons/l/entries', note('meanwhile'))
    expect(String(((await failed) as { cause?: unknown }).cause)).toMatch(/TRANSACTION_TIMEOUT/)
    expect((await written).status).toBe(201)
    const { plans } = (await downstairs.call('GET', '/api/learners/a')).data
    expect(plans.filter((p: { text: string }) => p.text === 'late')).toEqual([])
  })
})
