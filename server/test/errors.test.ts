import express from 'express'
import { describe, expect, it } from 'vitest'
import { check, errorAnswer, ERRORS, finishInput } from '@halitus/core/contract'
import { OutOfRange, Refusal } from '@halitus/core/errors'
import { answerError, conflict, HttpError, notFound } from '../src/http/index.ts'

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
