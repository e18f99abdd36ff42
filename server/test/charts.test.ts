import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nameNotes } from '@halitus/core/pitch'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => void (studio = await startStudio({ demo: true })))
afterAll(async () => {
  nameNotes('english')
  await studio.stop()
})
const svg = async (learner: string, instrument: string) => {
  const answer = await studio.raw(`/api/learners/${learner}/chart/svg?instrument=${instrument}`)
  return { status: answer.status, type: answer.headers.get('content-type'), text: await answer.text() }
}
const lesson = async (learner: string, instrument: string, id: string, startsAt = '2026-03-20T14:00:00') => {
  const { status } = await studio.call('POST', `/api/learners/${learner}/lessons`, {
    id,
    instrument,
    startsAt,
    minutes: 30,
  })
  expect(status).toBe(201)
}
const note = (lessonId: string, id: string, kind: string, data: object, provenance = 'tapped') =>
  studio.call('POST', `/api/lessons/${lessonId}/entries`, { id, stage: 'fingers', kind, provenance, data })

describe('a learner’s own chart', () => {
  it('is empty and says so while nothing is known, then holds what was met, and what is new', async () => {
    const made = await studio.call('POST', '/api/learners', {
      id: 'chart-learner',
      name: 'Ama <Tester>',
      birthYear: 2015,
      instruments: ['soprano-recorder'],
      schools: {},
      minutesPerSession: 15,
      sessionsPerWeek: 5,
      note: '',
    })
    expect(made.status).toBe(201)
    const empty = await svg('chart-learner', 'soprano-recorder')
    expect(empty).toMatchObject({ status: 200, type: expect.stringContaining('image/svg+xml') })
    expect(empty.text).toContain('No note has been met yet.')
    expect(empty.text).toContain('Ama &lt;Tester>')

    await lesson('chart-learner', 'soprano-recorder', 'chart-lesson')
    expect((await note('chart-lesson', 'n1', 'new-note', { written: 'B4', beside: null })).status).toBe(201)
    expect((await note('chart-lesson', 'n2', 'new-note', { written: 'F4', beside: 'B4' })).status).toBe(201)
    // A simulated one is no note of the learner's.
    await note('chart-lesson', 'n3', 'new-note', { written: 'G4', beside: 'B4' }, 'simulated')
    const { text } = await svg('chart-learner', 'soprano-recorder')
    expect(text.match(/>(F4|B4|G4)</g)).toEqual(['>F4<', '>B4<'])
    expect(text.match(/new this week/g)).toHaveLength(2)
    expect(text).toContain('left: thumb, index; right: none')
    const pdf = await studio.raw(
      '/api/learners/chart-learner/chart/pdf?instrument=soprano-recorder&paper=Letter',
    )
    expect(pdf.headers.get('content-type')).toContain('application/pdf')
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')
  })
  it('shows the fingering system that is taught', async () => {
    const before = (await svg('chart-learner', 'soprano-recorder')).text
    await studio.call('PATCH', '/api/learners/chart-learner', { schools: { 'recorder-fingering': 'german' } })
    const after = (await svg('chart-learner', 'soprano-recorder')).text
    const words = (text: string) => [...text.matchAll(/>(left: [^<]*)</g)].map((m) => m[1])
    expect(words(before)[1]).toEqual(words(after)[1])
    expect(words(before)[0]).not.toEqual(words(after)[0])
  })
  it.each([
    ['nobody', 'flute', 404],
    ['chart-learner', 'kazoo', 400],
  ])('of %s on the %s is refused', async (learner, instrument, status) =>
    expect((await svg(learner, instrument)).status).toBe(status),
  )
})

describe('names of notes', () => {
  it('are the studio’s, on charts, cards and in what is said', async () => {
    const { data: own } = await studio.call('GET', '/api/studio')
    expect(own.noteNames).toBe('english')
    const written = await studio.call('PUT', '/api/studio', { ...own, noteNames: 'german' })
    expect(written.data.noteNames).toBe('german')
    // Who still has the older page can’t write over it unseen; who names no version may.
    const late = await studio.call('PUT', '/api/studio', { ...own, name: 'Late' })
    expect(late.status).toBe(409)
    expect(late.data.error.message).toBe(
      `The studio’s page was changed elsewhere meanwhile (version ${own.version + 1}, yours was ${own.version}). Look at it again.`,
    )
    const { text } = await svg('chart-learner', 'soprano-recorder')
    expect(text.match(/>(F4|B4|H4)</g)).toEqual(['>F4<', '>H4<'])
    await note('chart-lesson', 'n4', 'move', { from: 'B4', to: 'Bb4', clean: 1, tries: 8, late: null })
    const { data } = await studio.call('GET', '/api/learners/chart-learner')
    expect(JSON.stringify(data.concerns)).toContain('H4 to B4 clean 1 of 8')
    const { data: composed } = await studio.call('POST', '/api/lessons/chart-lesson/card')
    expect(composed.card).toMatchObject({ noteNames: 'german', system: 'german' })
  })
  it('refuse others, and files from before there was a choice are English', async () => {
    const { data: own } = await studio.call('GET', '/api/studio')
    const wrong = await studio.call('PUT', '/api/studio', { ...own, noteNames: 'klingon' })
    expect(wrong.status).toBe(400)
    const { data: file } = await studio.call('GET', '/api/export')
    expect(file.studio.noteNames).toBe('german')
    delete file.studio.noteNames
    expect((await studio.call('POST', '/api/import', file)).status).toBe(200)
    expect((await studio.call('GET', '/api/studio')).data.noteNames).toBe('english')
    expect(JSON.stringify((await studio.call('GET', '/api/learners/chart-learner')).data.concerns)).toContain(
      'B4 to B♭4 clean',
    )
  })
})

describe('what is noted of breaks and of recall', () => {
  it('is checked against the instrument', async () => {
    await lesson('saskia-vell', 'clarinet', 'check-lesson', '2026-03-20T12:00:00')
    const step = { from: 'A4', to: 'B4', step: 'above', clean: 4, tries: 5, passed: true, words: '' }
    expect((await note('check-lesson', 'b1', 'break-step', step)).status).toBe(201)
    const refused = async (id: string, kind: string, data: object) => {
      const { status, data: answer } = await note('check-lesson', id, kind, data)
      expect(status).toBe(400)
      return answer.error.message
    }
    expect(await refused('b2', 'break-step', { ...step, to: 'D5' })).toContain(
      'A4 to D5; breaks of this instrument: ',
    )
    expect(await refused('b3', 'break-step', { ...step, step: 'flick' })).toContain(
      'data.step is “flick”; allowed: silent, vent, far-hand',
    )
    expect(await refused('b4', 'break-step', { ...step, clean: 6 })).toContain('at most the 5 tries')
    const asked = { drill: 'staff-fingers', written: 'C2', right: true, seconds: 2, gave: null }
    expect(await refused('r1', 'recalled', asked)).toContain('C2 is outside the clarinet')
    expect(await refused('r2', 'recalled', { ...asked, written: 'E4', drill: 'move' })).toContain('drill')
    expect(await refused('w1', 'new-note', { written: 'E4', beside: 'C2' })).toContain('C2 is outside')
  })
})
