import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { EntryInput, EntryRecord } from '@halitus/core/contract'
import { tables, type Database, type Tx } from '../src/db/index.ts'
import { HttpError } from '../src/http/index.ts'
import { addLines, lineWriter, type Line } from '../src/lessons/lines.ts'
import { startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => (studio = await startStudio({ demo: true })))
afterAll(() => studio.stop())

const FLUTE = 'ottoline-brask-w13'
const OTHER = 'saskia-vell-w13'
const note = (id: string, text = id): EntryInput => ({
  id,
  stage: 'tune',
  kind: 'note',
  provenance: 'typed',
  data: { text },
})
const line = (id: string, lessonId = FLUTE, text?: string): Line => ({
  lessonId,
  entry: note(id, text),
  at: '2026-03-20T15:00:00',
})
const impossible = (id: string): Line => ({
  ...line(id),
  entry: { ...note(id), stage: 'tongue', kind: 'setup' } as never,
})
const kept = async (id: string) =>
  (await studio.db.read.select().from(tables.entries)).filter((e) => e.id === id)

/** A database that writes when it is told to, and tells how often it was asked. */
function held(db: Database) {
  const begin: (() => void)[] = []
  const about: (readonly string[] | undefined)[] = []
  return {
    begin,
    about,
    write: async <T>(work: (tx: Tx) => Promise<T>, of?: (result: T) => readonly string[]) => {
      await new Promise<void>((resolve) => begin.push(resolve))
      const result = await db.write(work, of)
      about.push(of?.(result))
      return result
    },
  }
}
const turns = () => new Promise((resolve) => setTimeout(resolve, 20))

describe('lines that come in at once', () => {
  it('are kept in the order in which they came, each in its lesson, and counted on from the newest', async () => {
    const before = Math.max(...(await studio.db.read.select().from(tables.entries)).map((e) => e.seq))
    const outcomes = await studio.db.write((tx) => addLines(tx, [line('o1'), line('o2', OTHER), line('o3')]))
    expect(outcomes).toMatchObject([
      { record: { id: 'o1', lessonId: FLUTE, learnerId: 'ottoline-brask', seq: before + 1 } },
      { record: { id: 'o2', lessonId: OTHER, learnerId: 'saskia-vell', seq: before + 2 } },
      { record: { id: 'o3', lessonId: FLUTE, learnerId: 'ottoline-brask', seq: before + 3 } },
    ])
    for (const o of outcomes) {
      const { record } = o as { record: EntryRecord }
      expect(await kept(record.id)).toEqual([record])
    }
  })
  it('are refused each by itself, in words: no such lesson, not true there, another one’s id', async () => {
    const outcomes = await studio.db.write((tx) =>
      addLines(tx, [
        line('r1'),
        line('r2', 'nobody’s'),
        impossible('r3'),
        line('r1', FLUTE, 'something else'),
        line('r1'),
        line('r4'),
      ]),
    )
    const words = outcomes.map((o) => ('refused' in o ? (o.refused as Error).message : o.record.id))
    expect(words).toEqual([
      'r1',
      'The lesson “nobody’s” isn’t here.',
      'stage is “tongue”; a setup is noted at: setup.',
      'Something else has the id “r1” already.',
      'r1',
      'r4',
    ])
    expect((outcomes[3] as { refused: HttpError }).refused.code).toBe('other-content')
    expect((await kept('r1')).map((e) => e.data)).toEqual([{ text: 'r1' }])
    expect([(await kept('r2')).length, (await kept('r3')).length]).toEqual([0, 0])
  })
  it('wait while others are being written, and are then written together, fifty at a time', async () => {
    const db = held(studio.db)
    const write = lineWriter(db)
    const first = write(line('w0'))
    const rest = Array.from({ length: 120 }, (_, k) => write(line(`w${k + 1}`, k % 2 ? FLUTE : OTHER)))
    await turns()
    expect(db.begin).toHaveLength(1)
    // Its turn has come: whatever came in until now goes with it, up to fifty.
    db.begin[0]!()
    expect((await first).id).toBe('w0')
    await turns()
    expect(db.begin).toHaveLength(2)
    db.begin[1]!()
    await turns()
    expect(db.begin).toHaveLength(3)
    db.begin[2]!()
    const all = await Promise.all(rest)
    expect(all.map((e) => e.id)).toEqual(Array.from({ length: 120 }, (_, k) => `w${k + 1}`))
    const seqs = [await first, ...all].map((e) => e.seq)
    expect(seqs).toEqual(seqs.map((_, k) => seqs[0]! + k))
    expect(db.about).toEqual(Array(3).fill(['ottoline-brask', 'saskia-vell']))
    // Nothing waits any more; the next one has a write of its own.
    const next = write(line('w121'))
    await turns()
    expect(db.begin).toHaveLength(4)
    db.begin[3]!()
    expect((await next).seq).toBe(seqs.at(-1)! + 1)
  })
  it('are all told when they couldn’t be written; whoever came later is written', async () => {
    let full = true
    const failing: Pick<Database, 'write'> = {
      write: async (work, about) => {
        await turns()
        if (full) throw new HttpError('disk-full', 'The disk is full.')
        return studio.db.write(work, about)
      },
    }
    const write = lineWriter(failing)
    const first = write(line('f1'))
    const second = write(line('f2'))
    await expect(first).rejects.toThrow('The disk is full.')
    full = false
    expect((await second).id).toBe('f2')
    expect((await write(line('f1'))).id).toBe('f1')
  })
  it('change what is told of their learners, and nothing where all were refused', async () => {
    const stamps = () =>
      Promise.all(
        [undefined, 'lines' as const, { linesOf: 'ottoline-brask' }, { linesOf: 'saskia-vell' }].map((t) =>
          studio.db.stamp(t),
        ),
      )
    const write = lineWriter(studio.db)
    const [general, lines, flute, other] = await stamps()
    await expect(write(line('s1', 'nobody’s'))).rejects.toThrow('isn’t here')
    expect(await stamps()).toEqual([general, lines, flute, other])
    await write(line('s2'))
    const after = await stamps()
    expect([after[0], after[3]]).toEqual([general, other])
    expect(after[1]).not.toBe(lines)
    expect(after[2]).not.toBe(flute)
  })
  it('are answered as what is kept of them, when fifty are sent over the API at once', async () => {
    const answers = await Promise.all(
      Array.from({ length: 50 }, (_, k) =>
        studio.call(
          'POST',
          `/api/lessons/${k % 2 ? FLUTE : OTHER}/entries`,
          k === 7 ? impossible('a7').entry : note(`a${k}`),
        ),
      ),
    )
    expect(answers.map((a) => a.status)).toEqual(answers.map((_, k) => (k === 7 ? 400 : 201)))
    const lesson = await studio.call('GET', `/api/lessons/${FLUTE}`)
    const there = new Map((lesson.data.entries as EntryRecord[]).map((e) => [e.id, e]))
    for (const { data, status } of answers)
      if (status === 201 && data.lessonId === FLUTE) expect(there.get(data.id)).toEqual(data)
  })
})
