import { availableParallelism } from 'node:os'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Ajv } from 'ajv'
import {
  cardRecord,
  check,
  everyEntryRecord,
  learnerRecord,
  lessonRecord,
  pieceRecord,
  plan,
  reedRecord,
  shelfAnswer,
  studioInput,
  type Checkable,
} from '@halitus/core/contract'
import { ENTRY_KINDS } from '@halitus/core/records'
import { perform } from '@halitus/core/player'
import { writeWav } from '@halitus/core/sound'
import { jsonSchema } from '../src/http/index.ts'
import { GOOD } from '../../core/test/records/entries.ts'
import { browserAt, startStudio, type StudioAtWork } from './studio-at-work.ts'

interface Operation {
  summary: string
  parameters: { name: string; in: string; required: boolean }[]
  requestBody?: {
    content: Record<string, { schema: { type?: string; properties?: object; required?: string[] } }>
  }
}

let studio: StudioAtWork
let paths: Record<string, Record<string, Operation>>
beforeAll(async () => {
  studio = await startStudio({ demo: true })
  paths = (await studio.call('GET', '/api/openapi.json')).data.paths
})
afterAll(() => studio.stop())

/** What a query that has to be there is asked with. */
const REQUIRED: Record<string, string> = { lesson: 'saskia-vell-w13', instrument: 'clarinet' }

/** The routes that other programs rely on. */
const FIXED: [string, string][] = [
  ['get', '/api/health'],
  ['get', '/api/learners'],
  ['get', '/api/instruments'],
  ['get', '/api/instruments/{id}/fingerings'],
  ['post', '/api/fingering/move'],
  ['post', '/api/fingering/path'],
  ['get', '/api/squeaks/knowledge'],
  ['post', '/api/squeaks/diagnose'],
  ['post', '/api/acoustics/predict'],
  ['post', '/api/acoustics/faults'],
  ['post', '/api/sound/crossings'],
  ['post', '/api/sound/analyse'],
  ['get', '/api/export'],
  ['post', '/api/import'],
]

describe('the description of the API (OpenAPI 3.1)', () => {
  it.each(FIXED)('has %s %s', (method, path) =>
    expect(paths[path]?.[method]?.summary.length).toBeGreaterThan(5),
  )

  it('declares every part of every path, and describes every body', () => {
    for (const [path, methods] of Object.entries(paths))
      for (const [method, operation] of Object.entries(methods)) {
        const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name)
        const declared = operation.parameters.filter((p) => p.in === 'path').map((p) => p.name)
        expect(declared, `${method} ${path}`).toEqual(inPath)
        if (operation.requestBody) {
          const [content] = Object.values(operation.requestBody.content)
          const { schema } = content!
          expect(schema.type ?? (schema as { $ref?: string }).$ref, `${method} ${path}`).toBeDefined()
        }
      }
  })

  it('describes every answer, field by field', () => {
    for (const [path, methods] of Object.entries(paths))
      for (const [method, operation] of Object.entries(methods)) {
        const { responses } = operation as unknown as {
          responses: Record<string, { content: Record<string, { schema: Record<string, unknown> }> }>
        }
        const [status] = Object.keys(responses)
        expect(['200', '201'], `${method} ${path}`).toContain(status)
        const [[type, { schema }]] = Object.entries(responses[status!]!.content) as [
          [string, { schema: Record<string, unknown> }],
        ]
        if (type !== 'application/json') continue
        expect(
          schema.properties ?? schema.$ref ?? (path === '/api/openapi.json' && 'any object'),
          `${method} ${path}`,
        ).toBeTruthy()
      }
  })

  it('says in JSON Schema what Yup says, of good values and of values with a field missing, unknown or of another type', async () => {
    const ajv = new Ajv({ strict: false })
    const { data: file } = await studio.call('GET', '/api/export')
    const { data: lesson } = await studio.call('GET', '/api/lessons/ottoline-brask-w13')
    const { data: shelves } = await studio.call('GET', '/api/reeds')
    const samples: [Checkable<unknown>, Record<string, unknown>][] = [
      [learnerRecord, file.learners[0]],
      [lessonRecord, file.lessons[0]],
      [cardRecord, file.cards[0]],
      [reedRecord, file.reeds[0]],
      [pieceRecord, file.pieces[0]],
      [studioInput, file.studio],
      [shelfAnswer, shelves.shelves[0]],
      [plan, lesson.plans[0]],
      ...everyEntryRecord().map((schema, i): [Checkable<unknown>, Record<string, unknown>] => [
        schema,
        file.entries.find((e: { kind: string }) => e.kind === ENTRY_KINDS[i]) ?? {
          // The demo has none of these.
          ...file.entries[0],
          kind: ENTRY_KINDS[i],
          data: GOOD[ENTRY_KINDS[i]!],
        },
      ]),
    ]
    for (const [schema, good] of samples) {
      const valid = ajv.compile(jsonSchema(schema))
      const yup = (value: unknown) => {
        try {
          check(schema, value)
          return true
        } catch {
          return false
        }
      }
      expect(valid(good), JSON.stringify(valid.errors)).toBe(true)
      expect(yup(good)).toBe(true)
      for (const field of Object.keys(good)) {
        const { [field]: _, ...without } = good
        for (const value of [without, { ...good, [field]: { odd: [] } }, { ...good, extra: 1 }])
          expect(valid(value), `${field} ${JSON.stringify(value).slice(0, 200)}`).toBe(yup(value))
      }
    }
  })

  it('is true: every route without parts that reads answers 200', async () => {
    for (const [path, methods] of Object.entries(paths))
      if (methods.get && !path.includes('{')) {
        const asked = methods.get.parameters.filter((p) => p.in === 'query' && p.required)
        const query = asked.map((p) => `${p.name}=${REQUIRED[p.name]}`).join('&')
        expect((await studio.raw(`${path}?${query}`)).status, path).toBe(200)
      }
  })

  it('is true: every route with parts answers 404 or 400 for something that isn’t there, in the one error shape', async () => {
    for (const [path, methods] of Object.entries(paths))
      for (const method of Object.keys(methods)) {
        if (!path.includes('{')) continue
        const url = path.replace(/\{\w+\}/g, 'nothing')
        const response = await studio.raw(url, {
          method: method.toUpperCase(),
          ...(method !== 'get' && { headers: { 'content-type': 'application/json' }, body: '{}' }),
        })
        const known = path.startsWith('/api/learners/{id}/') && method === 'get'
        expect([400, 404], `${method} ${url}${known ? '' : ''}`).toContain(response.status)
        const { error } = (await response.json()) as { error: { code: string; message: string } }
        expect(error.code.length, url).toBeGreaterThan(3)
        expect(error.message, url).toMatch(/[.]$/)
      }
  })

  it('is true: every route that takes a JSON object refuses an unknown field by name', async () => {
    for (const [path, methods] of Object.entries(paths))
      for (const [method, operation] of Object.entries(methods)) {
        if (!operation.requestBody?.content['application/json'] || path.includes('/entries')) continue
        const { data, status } = await studio.call(method.toUpperCase(), path.replace(/\{\w+\}/g, 'x'), {
          surprise: 1,
        })
        expect(status, `${method} ${path}`).toBe(400)
        expect(data.error.message.length).toBeGreaterThan(10)
      }
  })
})

describe('what would need endless memory', () => {
  it('is refused before anything looks through it, signed in or not', async () => {
    const guarded = await startStudio({ guarded: true })
    const nested = (n: number) => `{"password":${'['.repeat(n)}${']'.repeat(n)}}`
    for (const [at, path] of [
      [studio, '/api/learners'],
      [guarded, '/api/session'],
    ] as const)
      for (const [n, message] of [
        [31, /./],
        [32, /^It is nested 33 deep; 32 are allowed\.$/],
        [5000, /^It is nested 33 deep/],
      ] as const) {
        const answer = await at.raw(path, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: nested(n),
        })
        expect(answer.status, `${path} ${n}`).toBe(400)
        const { error } = (await answer.json()) as { error: { message: string } }
        expect(error.message).toMatch(message)
        if (n === 31) expect(error.message).not.toContain('nested')
      }
    await guarded.stop()
  })
  it('has one spelling: what is kept from somebody has no second', async () => {
    for (const path of ['/API/learners', '/Api/export', '/api/Learners'])
      expect((await studio.raw(path)).status, path).toBe(404)
  })
})

describe('what comes often', () => {
  it('is slowed down with a sentence when it is heavy', async () => {
    const codes: string[] = []
    const small = await startStudio({ demo: true, heavyPerMinute: 2, guarded: true, codes })
    const teacher = browserAt(small)
    await teacher.ask('GET', '/api/session')
    await teacher.ask('POST', '/api/session/set-up', { code: codes[0], password: 'seven wooden tubes' })
    const wav = writeWav(perform({ instrument: 'flute', written: 'A4', lengthS: 0.3 }, 8000), 8000)
    const send = () =>
      small.raw('/api/sound/analyse', {
        method: 'POST',
        headers: { 'content-type': 'audio/wav', cookie: teacher.cookie() },
        body: wav as BodyInit,
      })
    const answers = [await send(), await send(), await send()]
    expect(answers.map((a) => a.status)).toEqual([200, 200, 429])
    expect((await answers[2]!.json()).error).toEqual({
      code: 'too-many',
      message: 'More than 2 heavy requests in a minute; wait a little.',
    })
    expect(Number(answers[2]!.headers.get('retry-after'))).toBeGreaterThan(0)
    expect((await teacher.ask('GET', '/api/learners')).status).toBe(200)
    await small.stop()
  })
  it('isn’t slowed down for whoever sits before the machine', async () => {
    const alone = await startStudio({ heavyPerMinute: 2 })
    const wav = writeWav(perform({ instrument: 'flute', written: 'A4', lengthS: 0.3 }, 8000), 8000)
    for (let k = 0; k < 4; k++) {
      const answer = await alone.raw('/api/sound/analyse', {
        method: 'POST',
        headers: { 'content-type': 'audio/wav' },
        body: wav as BodyInit,
      })
      expect(answer.status).toBe(200)
    }
    await alone.stop()
  })
  it('is analysed side by side while the studio goes on answering', async () => {
    const wav = writeWav(perform({ instrument: 'clarinet', written: 'E4', lengthS: 8 }, 48000), 48000)
    const send = () =>
      studio.raw('/api/sound/analyse?instrument=clarinet', {
        method: 'POST',
        headers: { 'content-type': 'audio/wav' },
        body: wav as BodyInit,
      })
    const analyses = [send(), send()]
    const quick = await Promise.race([
      studio.raw('/api/health').then(() => 'health'),
      ...analyses.map((a) => a.then(() => 'analysis')),
    ])
    expect(quick).toBe('health')
    for (const a of await Promise.all(analyses)) expect((await a.json()).notes[0].written).toBe('E4')
  })
  it('waits in line beyond one a core, and says how many come before', async () => {
    const wav = writeWav(perform({ instrument: 'flute', written: 'A4', lengthS: 6 }, 48000), 48000)
    const more = 3
    const names = Array.from({ length: availableParallelism() + more }, (_, k) => `analysis-${k}`)
    const place = async (name: string) => (await studio.call('GET', `/api/work/${name}`)).data.before
    const sent = []
    const first: number[] = []
    for (const name of names) {
      sent.push(
        studio.raw('/api/sound/analyse', {
          method: 'POST',
          headers: { 'content-type': 'audio/wav', 'halitus-work': name },
          body: wav as BodyInit,
        }),
      )
      // Each is in line before the next is sent.
      let now: number | undefined
      while (now === undefined) now = await place(name)
      first.push(now)
    }
    const inLine = [...names.slice(more).map(() => 0), ...Array.from({ length: more }, (_, k) => k + 1)]
    // One that ended meanwhile makes room: never more than that come before, and the last one waits.
    first.forEach((before, k) => expect(before).toBeLessThanOrEqual(inLine[k]!))
    expect(first.at(-1)).toBeGreaterThan(0)
    expect(first.slice(0, -more)).toEqual(inLine.slice(0, -more))
    await Promise.all(sent)
    const gone = await studio.call('GET', `/api/work/${names[0]}`)
    expect([gone.status, gone.data.error.message]).toEqual([404, 'Work of this name isn’t here.'])
  }, 60_000)
})
