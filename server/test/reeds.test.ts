import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => {
  studio = await startStudio({ demo: true })
})
afterAll(() => studio.stop())

const PIM = '/api/learners/pim-askerud'
const SASKIA = '/api/learners/saskia-vell'
const newReed = (id: string, over: object = {}) => ({
  id,
  instrument: 'clarinet',
  name: 'Test reed',
  maker: 'any',
  strength: 2.5,
  strengthWords: '',
  cut: '',
  firstUse: null,
  state: 'new',
  ...over,
})
const use = (id: string, over: object = {}) => ({
  id,
  at: '2026-03-20T15:00:00',
  minutes: 5,
  rating: null,
  fault: '',
  ...over,
})
const shelf = async () =>
  (await studio.call('GET', `${SASKIA}/reeds`)).data.shelves.find(
    (s: { instrument: string }) => s.instrument === 'clarinet',
  )
const reed = async (id: string) => (await shelf()).reeds.find((r: { id: string }) => r.id === id)

describe('the demo shelves', () => {
  it('give every learner on a reed instrument a believable history', async () => {
    const { data } = await studio.call('GET', '/api/reeds')
    expect(data.shelves.length).toBeGreaterThanOrEqual(7)
    for (const s of data.shelves) {
      expect(s.reeds.length, s.learner.name).toBeGreaterThan(3)
      expect(s.reeds.filter((r: { inMouthpiece: boolean }) => r.inMouthpiece).length).toBeLessThanOrEqual(1)
      expect(s.rotation.every((c: { reason: string }) => c.reason.length > 8)).toBe(true)
      expect(s.stock.sentence.length).toBeGreaterThan(20)
      for (const r of s.reeds)
        expect(r.minutes).toBe(r.uses.reduce((sum: number, u: { minutes: number }) => sum + u.minutes, 0))
    }
  })
  it('show no shelf for who needs no reed', async () =>
    expect((await studio.call('GET', `${PIM}/reeds`)).data.shelves).toEqual([]))
  it('have one learner whose trouble is the instrument, ready for the technician', async () => {
    const { data } = await studio.call('GET', '/api/learners/ottoline-brask/pieces')
    expect(data.pieces[0].services.map((s: { kind: string }) => s.kind)).toEqual([
      'service',
      'fault',
      'tell-technician',
    ])
  })
})

describe('a reed from new to retired', () => {
  it('begins its break-in with its first use', async () => {
    expect((await studio.call('POST', `${SASKIA}/reeds`, newReed('r1'))).status).toBe(201)
    expect((await shelf()).rotation.find((c: { reedId: string }) => c.reedId === 'r1').reason).toContain(
      'break-in day 1: 5 min',
    )
    expect((await studio.call('POST', '/api/reeds/r1/uses', use('u1', { rating: 4 }))).status).toBe(201)
    expect(await reed('r1')).toMatchObject({ state: 'breaking-in', firstUse: '2026-03-20', minutes: 5 })
    expect((await shelf()).rotation.find((c: { reedId: string }) => c.reedId === 'r1').reason).toContain(
      'let it dry',
    )
  })
  it('counts a use sent twice once, and takes it back', async () => {
    await studio.call('POST', '/api/reeds/r1/uses', use('u1', { rating: 4 }))
    expect((await reed('r1')).minutes).toBe(5)
    await studio.call('POST', '/api/reeds/r1/uses', use('u2', { minutes: 7 }))
    expect((await reed('r1')).minutes).toBe(12)
    expect((await studio.call('DELETE', '/api/reeds/r1/uses/u2')).data.minutes).toBe(7)
    expect((await reed('r1')).minutes).toBe(5)
  })
  it('is alone in the mouthpiece', async () => {
    const before = (await shelf()).reeds.find((r: { inMouthpiece: boolean }) => r.inMouthpiece)
    expect(before).toBeDefined()
    await studio.call('PATCH', '/api/reeds/r1', { inMouthpiece: true })
    const now = (await shelf()).reeds.filter((r: { inMouthpiece: boolean }) => r.inMouthpiece)
    expect(now.map((r: { id: string }) => r.id)).toEqual(['r1'])
  })
  it('can’t be in the mouthpiece twice, not even by a file', async () => {
    const { data: file } = await studio.call('GET', '/api/export')
    for (const r of file.reeds)
      if (r.learnerId === 'saskia-vell' && r.instrument === 'clarinet' && r.state === 'rotation')
        r.inMouthpiece = true
    const answer = await studio.call('POST', '/api/import', file)
    expect(answer.status).toBe(400)
    expect(answer.data.error.message).toContain('nothing was changed')
    expect((await shelf()).reeds.filter((r: { inMouthpiece: boolean }) => r.inMouthpiece)).toHaveLength(1)
  })
  it('goes away and comes back with its history', async () => {
    await studio.call('PATCH', '/api/reeds/r1', { deleted: true })
    expect(await reed('r1')).toBeUndefined()
    await studio.call('PATCH', '/api/reeds/r1', { deleted: false })
    expect(await reed('r1')).toMatchObject({ minutes: 5, inMouthpiece: false })
  })
  it('retires, leaves the mouthpiece and the rotation, and isn’t played any more', async () => {
    await studio.call('PATCH', '/api/reeds/r1', { inMouthpiece: true })
    await studio.call('PATCH', '/api/reeds/r1', { state: 'retired' })
    expect(await reed('r1')).toMatchObject({ state: 'retired', inMouthpiece: false, life: null })
    expect((await shelf()).rotation.some((c: { reedId: string }) => c.reedId === 'r1')).toBe(false)
    expect((await studio.call('POST', '/api/reeds/r1/uses', use('u9'))).data.error.message).toContain(
      'Test reed is retired',
    )
    expect((await studio.call('PATCH', '/api/reeds/r1', { inMouthpiece: true })).status).toBe(400)
  })
})

describe('what can’t be is refused with field and range', () => {
  it.each([
    [{ strength: 0 }, 'strength is 0; the least allowed is 1.'],
    [{ strength: 2.3 }, 'strength is 2.3; it goes in half steps'],
    [{ strength: 9 }, 'strength is 9; the most allowed is 5.'],
    [{ firstUse: 'soon' }, 'firstUse is “soon”; a day is written 2026-03-20.'],
    [{ state: 'lost' }, 'state is “lost”; allowed: new, breaking-in'],
    [{ instrument: 'oboe' }, 'Saskia Vell plays clarinet, tenor-sax'],
    [{ name: '  ' }, 'name'],
  ])('%o', async (over, message) => {
    const { status, data } = await studio.call('POST', `${SASKIA}/reeds`, newReed('bad', over))
    expect(status).toBe(400)
    expect(data.error.message).toContain(message)
  })
  it('a reed for an instrument without one', async () => {
    expect(
      (await studio.call('POST', `${PIM}/reeds`, newReed('bad', { instrument: 'flute' }))).data.error.message,
    ).toContain('takes no reed')
  })
  it('a use before the first use, and a first use after a use', async () => {
    await studio.call('POST', `${SASKIA}/reeds`, newReed('r2', { firstUse: '2026-03-10', state: 'rotation' }))
    const early = await studio.call('POST', '/api/reeds/r2/uses', use('e1', { at: '2026-03-01T10:00:00' }))
    expect(early.data.error.message).toBe('at is 2026-03-01; the reed was first used on 2026-03-10.')
    await studio.call('POST', '/api/reeds/r2/uses', use('e2', { at: '2026-03-12T10:00:00' }))
    expect(
      (await studio.call('PATCH', '/api/reeds/r2', { firstUse: '2026-03-15' })).data.error.message,
    ).toContain('it was played on 2026-03-12 already')
    expect((await studio.call('POST', '/api/reeds/r2/uses', use('e3', { rating: 6 }))).data.error.field).toBe(
      'rating',
    )
    expect(
      (await studio.call('POST', '/api/reeds/r2/uses', use('e4', { minutes: -1 }))).data.error.message,
    ).toContain('minutes is -1; the least allowed is 0.')
  })
  it('a reed that isn’t there', async () =>
    expect((await studio.call('PATCH', '/api/reeds/none', { state: 'retired' })).status).toBe(404))
})

describe('advice over the API', () => {
  const ask = (over: object) =>
    studio.call('POST', '/api/reeds/advise', {
      symptoms: [],
      strength: 2.5,
      tip: 'medium',
      facing: 'medium',
      weeksPlaying: 20,
      longToneS: null,
      targetS: null,
      centsPerDb: null,
      ...over,
    })
  it.each([
    [['hard-start', 'airy'], 'down'],
    [['wild-loud', 'high-collapse'], 'up'],
    [['one-note', 'other-reed-same'], 'not-reed'],
    [[], 'stay'],
  ])('%j: %s', async (symptoms, advice) => {
    const { data } = await ask({ symptoms })
    expect(data.opinions[0].advice).toBe(advice)
    expect(data.check.length).toBeGreaterThan(20)
  })
  it('refuses symptoms nobody knows', async () =>
    expect((await ask({ symptoms: ['sad'] })).data.error.message).toContain(
      'symptoms[0] is “sad”; allowed: hard-start',
    ))
})

describe('instruments that can be touched', () => {
  it('have a history and a page for the technician', async () => {
    const piece = { id: 'p1', instrument: 'flute', name: 'Loan flute', serial: 'X1', owner: 'loan', note: '' }
    expect((await studio.call('POST', `${PIM}/pieces`, piece)).data).toEqual({
      ...piece,
      learnerId: 'pim-askerud',
      services: [],
    })
    const service = { id: 's1', at: '2026-03-20T00:00:00', kind: 'tell-technician', text: 'E♭ key sticks' }
    expect((await studio.call('POST', '/api/pieces/p1/services', service)).data.services).toMatchObject([
      service,
    ])
    const pdf = await studio.raw('/api/pieces/p1/pdf?paper=Letter')
    expect(pdf.headers.get('content-type')).toBe('application/pdf')
    expect(Buffer.from(await pdf.arrayBuffer()).toString('latin1')).toMatch(/^%PDF-/)
    expect((await studio.call('DELETE', '/api/pieces/p1/services/s1')).data.text).toBe('E♭ key sticks')
    expect(
      (await studio.call('POST', `${PIM}/pieces`, { ...piece, id: 'p2', owner: 'thief' })).data.error.message,
    ).toContain('allowed: learner, studio, loan')
  })
})
