import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ENTRY_KINDS, RECORDS } from '@halitus/core/records'
import { GOOD, homeOf } from '../../core/test/records/entries.ts'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

/** What people, programs and accidents put into fields. */
const HOSTILE: readonly unknown[] = [
  '',
  ' ',
  'x',
  'a\u0000b',
  '\u0000',
  'line\nline\r\n\ttab',
  '\u200b',
  '\u202eright to left',
  '\ud800',
  'e\u0301\u{1f3b7}',
  'x'.repeat(41),
  'x'.repeat(5000),
  '__proto__',
  "'; drop table learners; --",
  '<b>&amp;</b>',
  '0x1',
  '2026-02-30',
  '2026-02-28',
  '0000-01-01T00:00:00',
  '9999-12-31T23:59:59',
  '2026-03-20T18:00:00',
  '2026-03-20T18:00:00Z',
  'C4',
  'C9',
  'Cb4',
  'B#3',
  0,
  -0,
  1,
  -1,
  0.1,
  1.5,
  2 ** 31,
  2 ** 53,
  2 ** 60,
  1e308,
  5e-324,
  true,
  false,
  null,
  [],
  ['C4', 'C4'],
  {},
  { a: 1 },
]

type Json = Record<string, unknown>
/** Every copy of a body with one place in it replaced by something hostile, or left out. */
function* spoilt(body: unknown, path: (string | number)[] = []): Generator<Json> {
  const at = path.reduce<unknown>((now, key) => (now as Json)[key as string], body)
  const put = (value: unknown, drop = false): Json => {
    const copy = structuredClone(body) as Json
    const last = path.at(-1)!
    const parent = path.slice(0, -1).reduce<unknown>((now, key) => (now as Json)[key as string], copy) as Json
    if (drop) delete parent[last as string]
    else parent[last as string] = value
    return copy
  }
  if (path.length) {
    for (const value of HOSTILE) yield put(value)
    yield put(undefined, true)
  }
  if (typeof at === 'object' && at !== null)
    for (const key of Object.keys(at)) yield* spoilt(body, [...path, Array.isArray(at) ? Number(key) : key])
}

let studio: StudioAtWork
let count = 0
beforeAll(async () => {
  studio = await startStudio({ demo: true })
})
afterAll(() => studio.stop())

/**
 * Sends every copy that is spoilt in a part of it; tells how many were taken. Refusals are sentences, never faults of ours.
 */
async function sendAll(
  method: string,
  path: () => string,
  good: Json,
  ownId = true,
  part: string[] = [],
): Promise<number> {
  let taken = 0
  for (const body of [good, ...spoilt(good, part)]) {
    // A new id each time, unless the id is what is being tried.
    const sent = ownId && body.id === good.id ? { ...body, id: `${String(good.id)}-${++count}` } : body
    const { status, data } = await studio.call(method, path(), sent)
    expect(status, JSON.stringify(sent).slice(0, 200)).not.toBe(500)
    if (status < 300) taken++
    else expect(data.error.message, JSON.stringify(sent).slice(0, 200)).toMatch(/^.{8,}[.!?]?$/s)
  }
  return taken
}

describe('what was accepted', () => {
  const LEARNER = '/api/learners/saskia-vell'
  const LESSON = '/api/lessons/saskia-vell-w13'
  it.each(ENTRY_KINDS)('as a %s is refused with a sentence or taken whole', async (kind) => {
    const entry = { id: 'e', stage: RECORDS[kind].stages[0], kind, provenance: 'typed', data: GOOD[kind] }
    const lesson = homeOf(kind).id === 'chanter' ? '/api/lessons/ruaridh-penhallow-w13' : LESSON
    // What is around the data is the same for every kind: one of them tries it.
    const part = kind === ENTRY_KINDS[0] ? [] : ['data']
    expect(await sendAll('POST', () => `${lesson}/entries`, entry, true, part)).toBeGreaterThan(0)
  })
  it('of learners, lessons, plans, cards and reports too', async () => {
    const learner = {
      id: 'l',
      name: 'A',
      birthYear: 2012,
      instruments: ['clarinet', 'flute'],
      schools: { 'reed-tip': 'reed' },
      minutesPerSession: 15,
      sessionsPerWeek: 5,
      note: 'n',
    }
    expect(await sendAll('POST', () => '/api/learners', learner)).toBeGreaterThan(0)
    const lesson = { id: 'x', instrument: 'clarinet', startsAt: '2026-04-01T15:00:00', minutes: 30 }
    expect(await sendAll('POST', () => `${LEARNER}/lessons`, lesson)).toBeGreaterThan(0)
    let version = 0
    const plans = [...spoilt({ text: 'bars 1 to 4', version: 0 })]
    for (const body of plans) {
      const { status, data } = await studio.call('PUT', `${LEARNER}/plans/breath`, {
        ...body,
        ...(body.version === 0 && { version }),
      })
      expect(status).not.toBe(500)
      if (status < 300) version = data.version
    }
    expect(version).toBeGreaterThan(0)
    const { data: composed } = await studio.call('POST', `${LESSON}/card`)
    expect(composed.error?.message).toBeUndefined()
    const card = composed.card
    const patch = { version: card.version, sessions: 5, listenFor: 'x', rows: card.rows.slice(0, 2) }
    for (const body of spoilt(patch)) {
      const { data: now } = await studio.call('GET', `/api/cards/${card.id}`)
      const sent = body.version === patch.version ? { ...body, version: now.version } : body
      expect((await studio.call('PATCH', `/api/cards/${card.id}`, sent)).status).not.toBe(500)
    }
    expect(
      await sendAll('POST', () => `/api/cards/${card.id}/reports`, { id: 'r', kind: 'sore', text: 'lip' }),
    ).toBeGreaterThan(0)
  })
  it('of reeds, their uses, instruments and services, and of the studio too', async () => {
    const reed = {
      id: 'r',
      instrument: 'clarinet',
      name: 'Reed',
      maker: 'own',
      strength: 2.5,
      strengthWords: '',
      cut: '',
      firstUse: '2026-03-01',
      state: 'rotation',
    }
    expect(await sendAll('POST', () => `${LEARNER}/reeds`, reed)).toBeGreaterThan(0)
    const { data } = await studio.call('GET', `${LEARNER}/reeds`)
    const reedId = data.shelves[0].reeds[0].id as string
    const use = { id: 'u', at: '2026-03-01T10:00:00', minutes: 20, rating: 4, fault: '' }
    expect(await sendAll('POST', () => `/api/reeds/${reedId}/uses`, use)).toBeGreaterThan(0)
    const piece = { id: 'p', instrument: 'clarinet', name: 'Own', serial: '1', owner: 'learner', note: '' }
    expect(await sendAll('POST', () => `${LEARNER}/pieces`, piece)).toBeGreaterThan(0)
    const { data: pieces } = await studio.call('GET', `${LEARNER}/pieces`)
    const pieceId = pieces.pieces[0].id as string
    const service = { id: 's', at: '2026-03-01T10:00:00', kind: 'fault', text: 'pad' }
    expect(await sendAll('POST', () => `/api/pieces/${pieceId}/services`, service)).toBeGreaterThan(0)
    const own = { name: 'S', place: 'P', a4Hz: 440, schools: { 'reed-tip': 'reed' } }
    expect(await sendAll('PUT', () => '/api/studio', own, false)).toBeGreaterThan(0)
  })
  it('can be read, exported and imported again, the same', async () => {
    const { status, data: file } = await studio.call('GET', '/api/export')
    expect(status).toBe(200)
    const other = await startStudio()
    const taken = await other.call('POST', '/api/import', file)
    expect(taken.data.error?.message).toBeUndefined()
    const again = await other.call('GET', '/api/export')
    expect({ ...again.data, exportedAt: '' }).toEqual({ ...file, exportedAt: '' })
    for (const path of [
      '/api/today',
      '/api/learners',
      LEARNER,
      LESSON,
      `${LEARNER}/reeds`,
      `${LEARNER}/pieces`,
    ])
      expect((await other.call('GET', path)).data.error?.message, path).toBeUndefined()
    await other.stop()
  })
})
