import express from 'express'
import { describe, expect, it } from 'vitest'
import { check, errorAnswer, ERRORS, finishInput } from '@halitus/core/contract'
import { OutOfRange, Refusal } from '@halitus/core/errors'
import { Writable } from 'node:stream'
import { sql } from 'drizzle-orm'
import { pino } from 'pino'
import { pinoHttp } from 'pino-http'
import { answerError, conflict, forTheLog, HttpError, notFound } from '../src/http/index.ts'
import { startStudio } from './studio-at-work.ts'

/** What a thrown thing is answered as. */
async function answered(
  error: unknown,
): Promise<{ status: number; data: { error: { code: string; message: string; field?: string } } }> {
  const app = express()
  app.get('/', () => {
    throw error
  })
  app.use(answerError)
  const server = app.listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  const { port } = server.address() as { port: number }
  const response = await fetch(`http://127.0.0.1:${port}/`)
  const data = (await response.json()) as never
  server.close()
  return { status: response.status, data }
}

describe('what is thrown', () => {
  it('by a bug is a 500 that tells nothing, a RangeError too', async () => {
    for (const bug of [
      new RangeError('Invalid array length'),
      new TypeError('x is undefined'),
      new Error('secret'),
    ])
      expect(await answered(bug)).toEqual({
        status: 500,
        data: { error: { code: 'internal', message: 'Something went wrong here; nothing was saved.' } },
      })
  })
  it.each([
    [new OutOfRange('The humidity is 2; allowed: 0 to 1.'), 400, 'range'],
    [new Refusal('instrument', 'There is no instrument “kazoo”.'), 404, 'instrument'],
    [new Refusal('sound', 'The file is empty.'), 400, 'sound'],
    [new HttpError('too-many', 'Wait a little.'), 429, 'too-many'],
    [notFound('The lesson'), 404, 'not-found'],
    [conflict('Changed.'), 409, 'changed-meanwhile'],
    [new HttpError('other-content', 'Another.', 'id'), 409, 'other-content'],
  ] as const)('%s is %i', async (error, status, code) => {
    const { status: given, data } = await answered(error)
    expect(given).toBe(status)
    expect(data.error).toMatchObject({ code, message: error.message })
    expect(() => check(errorAnswer, data)).not.toThrow()
  })
  it('names the field, where there is one', async () => {
    const { data } = await answered(new HttpError('invalid', 'No.', 'data.part'))
    expect(data.error.field).toBe('data.part')
    try {
      check(finishInput, { finished: 1 })
    } catch (error) {
      expect((await answered(error)).data.error).toEqual({
        code: 'invalid',
        field: 'finished',
        message: 'finished is 1; it must be a boolean.',
      })
    }
  })
})

describe('the catalogue', () => {
  it('gives every code a status and a meaning', () => {
    for (const [code, { status, means }] of Object.entries(ERRORS)) {
      expect(status, code).toBeGreaterThanOrEqual(400)
      expect(status, code).toBeLessThan(600)
      expect(means, code).toMatch(/^[A-Z].*\.$/)
    }
  })
})

describe('a disk without room', () => {
  it('is named, loses nothing that was answered, and writing goes on by itself once there is room', async () => {
    const studio = await startStudio({ demo: true })
    const add = (id: string) =>
      studio.call('POST', '/api/lessons/saskia-vell-w13/entries', {
        id,
        stage: 'tune',
        kind: 'note',
        provenance: 'typed',
        data: { text: `${id} ${'x'.repeat(900)}` },
      })
    // SQLite itself says that it is full when its file may not grow (PRAGMA max_page_count).
    await studio.db.write(async (tx) => {
      const [row] = await tx.all<{ page_count: number }>(sql`pragma page_count`)
      await tx.run(sql.raw(`pragma max_page_count = ${row!.page_count}`))
    })
    const kept: string[] = []
    let refused: Awaited<ReturnType<typeof add>> | undefined
    for (let k = 0; k < 400 && !refused; k++) {
      const answer = await add(`full-${k}`)
      if (answer.status === 201) kept.push(`full-${k}`)
      else refused = answer
    }
    expect(refused!.status).toBe(507)
    expect(refused!.data.error).toEqual({
      code: 'disk-full',
      message: 'The disk is full: nothing was saved. Make room, and it goes on by itself.',
    })
    expect((await studio.call('GET', '/api/learners')).status).toBe(200)
    await studio.db.write((tx) => tx.run(sql.raw('pragma max_page_count = 1000000')))
    expect((await add('after')).status).toBe(201)
    const { data } = await studio.call('GET', '/api/lessons/saskia-vell-w13')
    expect(data.entries.map((e: { id: string }) => e.id)).toEqual(expect.arrayContaining([...kept, 'after']))
    await studio.stop()
  })
})

describe('the log', () => {
  it('holds nothing of what was to be saved, of a cookie or of a link', async () => {
    let written = ''
    const log = pino(
      { level: 'debug' },
      new Writable({ write: (chunk: Buffer, _, done) => ((written += chunk.toString()), done()) }),
    )
    const failed = Object.assign(
      new Error('Failed query: insert into learners values (?)\nparams: Ottoline Brask'),
      {
        cause: Object.assign(new Error('near "Ottoline": syntax error'), { code: 'SQLITE_ERROR' }),
      },
    )
    expect(JSON.stringify(forTheLog(failed))).not.toContain('Ottoline')
    expect(forTheLog(failed)).toMatchObject({ type: 'Error', code: 'SQLITE_ERROR' })
    expect(forTheLog(failed).at[0]).toMatch(/^at /)
    const studio = await startStudio({ log })
    await studio.raw('/api/cards/~SecretSecretSecret', { headers: { cookie: 'halitus=CookieCookie' } })
    await new Promise((resolve) => setTimeout(resolve, 50))
    await studio.stop()
    expect(written).toContain('/api/cards/~…')
    expect(written).not.toMatch(/Secret|CookieCookie/)
    const app = express()
    app.use(pinoHttp({ logger: log, autoLogging: false }))
    app.get('/', () => {
      throw failed
    })
    app.use(answerError)
    const server = app.listen(0, '127.0.0.1')
    await new Promise((resolve) => server.once('listening', resolve))
    await fetch(`http://127.0.0.1:${(server.address() as { port: number }).port}/`)
    server.close()
    expect(written).toContain('request failed')
    expect(written).not.toContain('Ottoline')
  })
})
