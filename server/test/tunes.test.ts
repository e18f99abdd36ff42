import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { zipSync, strToU8 } from 'fflate'
import { inventTune, readTune } from '@halitus/core/tune'
import { midiFile, xmlNotes, xmlScore } from '../../core/test/tune/files.ts'
import { exportStudio, startStudio, type StudioAtWork } from './studio-at-work.ts'

let studio: StudioAtWork
beforeAll(async () => {
  studio = await startStudio({ demo: true })
})
afterAll(() => studio.stop())

const XML = 'application/vnd.recordare.musicxml+xml'
const send = async (body: BodyInit, type = XML, query = 'name=sheet.musicxml') => {
  const response = await studio.raw(`/api/tunes?${query}`, {
    method: 'POST',
    body,
    headers: { 'content-type': type },
  })
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  return { status: response.status, data: (await response.json()) as any }
}
const abc = (music: string, head = 'M:4/4\nL:1/4\nK:C') => `X:1\nT:Trial\n${head}\n${music}\n`
const sent = async (music: string, head?: string): Promise<string> =>
  (await send(abc(music, head), 'text/vnd.abc', 'name=trial.abc')).data.id

describe('a tune from a file', () => {
  it('is read whatever kind it is, and its parts are told', async () => {
    const xml = xmlScore([xmlNotes('C5/2 D5/2~'), xmlNotes('~D5/2 E5/2')])
    const files: [BodyInit, string, string][] = [
      [xml, XML, 'musicxml'],
      [new Uint8Array(zipSync({ 'score.xml': strToU8(xml) })), 'application/vnd.recordare.musicxml', 'mxl'],
      [abc('c2 d2-|d2 e2|'), 'text/vnd.abc', 'abc'],
      [new Uint8Array(midiFile([[0, 0x90, 72, 64, 0x83, 0x60, 0x80, 72, 0]])), 'audio/midi', 'midi'],
    ]
    for (const [body, type, format] of files) {
      const { status, data } = await send(body, type)
      expect(status).toBe(201)
      expect(data.format).toBe(format)
      expect(data.parts).toHaveLength(1)
      expect(data.parts[0]).toMatchObject(
        format === 'midi' ? { measures: 1, notes: 1 } : { measures: 2, notes: 3 },
      )
      await studio.call('DELETE', `/api/tunes/${data.id}`)
    }
  })
  it('is called by its title, else by its file, and keeps the file as it came', async () => {
    const named = await send(abc('c4|'), 'text/vnd.abc')
    expect(named.data.title).toBe('Trial')
    const file = await send('L:1/4\nK:C\nc4|', 'text/vnd.abc', 'name=C%3A%5Csheets%5CQuiet%20Pond.abc')
    expect(file.data.title).toBe('Quiet Pond')
    const back = await studio.raw(`/api/tunes/${file.data.id}/file`)
    expect(back.headers.get('content-type')).toMatch('text/vnd.abc')
    expect(await back.text()).toBe('L:1/4\nK:C\nc4|')
  })
  it('takes one of a book by its number', async () => {
    const book = 'X:4\nT:One\nL:1/4\nK:C\nc4|\n\nX:7\nT:Two\nL:1/4\nK:C\nd4|e4|\n'
    const { data } = await send(book, 'text/vnd.abc', 'name=book.abc&tune=7')
    expect(data).toMatchObject({ title: 'Two', parts: [{ measures: 2, notes: 2 }] })
    const part = await studio.call('GET', `/api/tunes/${data.id}/parts/V1`)
    expect(part.data.measures[0].notes[0].written).toBe('D5')
  })
  it.each<[string, BodyInit, string, RegExp]>([
    [
      'percussion only',
      xmlScore(['<note><unpitched/><duration>4</duration></note>']),
      XML,
      /percussion only/,
    ],
    ['cut off', xmlScore([xmlNotes('C4/4')]).slice(0, -60), XML, /isn’t well-formed XML/],
    ['empty', '', XML, /The file is empty/],
    ['a sentence', 'Hello, how are you?', 'text/vnd.abc', /none of the kinds that are read/],
    [
      'of endless entities',
      `<!DOCTYPE score-partwise [<!ENTITY a "x">]>${xmlScore([])}`,
      XML,
      /defines its own entities/,
    ],
  ])('is refused with a sentence when it is %s; nothing is kept', async (_, body, type, sentence) => {
    const before = (await studio.call('GET', '/api/tunes')).data.tunes.length
    const { status, data } = await send(body, type)
    expect(status).toBe(400)
    expect(data.error).toMatchObject({ code: 'tune' })
    expect(data.error.message).toMatch(sentence)
    expect((await studio.call('GET', '/api/tunes')).data.tunes).toHaveLength(before)
  })
  it('isn’t taken as a type that any page on the net may send', async () => {
    const { status, data } = await send(abc('c4|'), 'text/plain')
    expect(status).toBe(415)
    expect(data.error.code).toBe('not-json')
  })
  it('is refused when it is larger than anything that is read', async () => {
    const { status, data } = await send('x'.repeat(6_000_001))
    expect(status).toBe(413)
    expect(data.error.message).toBe('That is more than the 5859 kB allowed here.')
  })
})

describe('a part', () => {
  it('is given as written, heads not joined, in the order of playing', async () => {
    const id = await sent('G|c2 ^d2-|:d2 {e}f2:|', 'M:4/4\nL:1/4\nQ:1/2=50\nK:D')
    const { data } = await studio.call('GET', `/api/tunes/${id}/parts/V1`)
    expect(data.measures.map((m: { number: unknown; beats: number }) => [m.number, m.beats])).toEqual([
      [0, 1],
      [1, 4],
      [2, 4],
    ])
    expect(data.measures[2].notes).toEqual([
      { onset: 5, duration: 2, written: 'D#5', sounding: 75, tied: true, grace: false },
      { onset: 7, duration: 0, written: 'E5', sounding: 76, tied: false, grace: true },
      { onset: 7, duration: 2, written: 'F#5', sounding: 78, tied: false, grace: false },
    ])
    expect(data.order).toEqual([0, 1, 2, 2])
    expect(data.keys).toEqual([{ measure: 0, fifths: 2 }])
    expect(data.tempos).toEqual([{ onset: 0, bpm: 100 }])
  })
  it('is read for an instrument and the notes that are known', async () => {
    const id = await sent('cdec|fdfe|g4|')
    const { data } = await studio.call(
      'GET',
      `/api/tunes/${id}/parts/V1/reading?instrument=flute&known=C5,D5,E5`,
    )
    expect(data.newNotes).toEqual([
      { written: 'F5', measure: 1 },
      { written: 'G5', measure: 2 },
    ])
    expect(data.range).toEqual({
      lowest: { written: 'C5', sounding: 72 },
      highest: { written: 'G5', sounding: 79 },
    })
    expect(data.key).toBe('No note is changed by the key.')
  })
  it('is read with what is known of a learner', async () => {
    const { data } = await studio.call(
      'GET',
      '/api/tunes/tar-kettle-round/parts/V1/reading?learner=ottoline-brask',
    )
    const known = data.newNotes.map((n: { written: string }) => n.written)
    // She has played her first notes for weeks.
    expect(known).not.toContain('E4')
    expect(data.hardMoves[0].why).toBeTruthy()
  })
  it('says what lies outside an instrument, and where it would fit', async () => {
    const id = await sent('G,4|c4|')
    const asked = (query: string) =>
      studio.call('GET', `/api/tunes/${id}/parts/V1/reading?instrument=flute&known=${query}`)
    const { status, data } = await asked('')
    expect(status).toBe(400)
    expect(data.error.message).toBe(
      'The Flute has no G3 (bar 1); it goes from C4 to C7. An octave up or two octaves up all notes fit.',
    )
    expect((await asked('&octave=1')).status).toBe(200)
  })
  it.each([
    ['parts/V9', 404, /./],
    ['parts/V1/reading?instrument=flute&known=H4', 400, /“H4” is not a note/],
    ['parts/V1/reading?instrument=kazoo', 400, /instrument/],
    ['parts/V1/reading?instrument=flute&tempo=0', 400, /tempo is 0; allowed: 10 to 400/],
    ['parts/V1/reading?instrument=flute&octave=3', 400, /octave is 3; allowed: -2 to 2/],
    ['parts/V1/reading', 400, /names no instrument/],
  ])('answers %s with a sentence', async (path, _, sentence) => {
    const id = await sent('cdef|')
    const { status, data } = await studio.call('GET', `/api/tunes/${id}/${path}`)
    expect(status).toBeGreaterThanOrEqual(400)
    expect(status).toBeLessThan(500)
    expect(data.error.message).toMatch(sentence)
  })
  it('plans breaths, best first', async () => {
    const id = await sent('(cdef)|(gfed)|')
    const { data } = await studio.call('POST', `/api/tunes/${id}/parts/V1/breaths`, {
      tempo: 60,
      capacityS: 5,
    })
    expect(data.plans[0].breaths).toEqual([{ measure: 0, onset: 4 }])
    const costs = data.plans.map((p: { cost: number }) => p.cost)
    expect(costs).toEqual([...costs].sort((a, b) => a - b))
    const none = await studio.call('POST', `/api/tunes/${id}/parts/V1/breaths`, { tempo: 0, capacityS: 5 })
    expect(none.data.error.message).toBe('The tempo is 0; allowed: 10 to 400 quarters a minute.')
  })
  it('judges what was played, and says it in bars', async () => {
    const id = await sent('cdef|gfed|')
    const notes = [72, 74, 76, 78, 79, 77, 76, 74].map((midi, i) => ({ onsetS: i, durationS: 0.9, midi }))
    const judged = await studio.call('POST', `/api/tunes/${id}/parts/V1/judge`, { notes, tempo: 60 })
    expect(judged.data.notes.map((n: { verdict: string }) => n.verdict)).toEqual([
      'right',
      'right',
      'right',
      'wrong',
      'right',
      'right',
      'right',
      'right',
    ])
    expect(judged.data.notes[3]).toMatchObject({ measure: 0, index: 3 })
    const played = await studio.call('POST', `/api/tunes/${id}/parts/V1/played`, {
      notes,
      tempo: 60,
      instrument: 'flute',
    })
    expect(played.data.bars).toBe('wc')
    expect(played.data.faults[0].words).toBe('F♯5 instead of F5')
  })
})

describe('a tune that somebody plays', () => {
  const player = {
    instrument: 'flute',
    part: 'V1',
    as: 'written',
    octave: 0,
    tempo: 60,
    wishes: [{ onset: 2, wanted: true }],
    overrulings: [],
  }
  it('keeps how, and everything that is asked goes by it', async () => {
    const id = await sent('cdef|gfed|')
    expect((await studio.call('PUT', `/api/tunes/${id}/players/pim-askerud`, player)).status).toBe(200)
    const { data } = await studio.call('GET', `/api/tunes/${id}/parts/V1/sheet?learner=pim-askerud`)
    expect(data.tempo).toBe(60)
    expect(data.plans[0].breaths.map((b: { onset: number }) => b.onset)).toContain(2)
    expect(data.notes[0].touches.length).toBeGreaterThan(0)
    expect(data.musicXml).toContain('<note id="n0">')
    expect(
      (await studio.call('GET', '/api/tunes')).data.tunes.find((t: { id: string }) => t.id === id).players,
    ).toHaveLength(1)
  })
  it('is refused for an instrument that isn’t theirs, or a part that isn’t there', async () => {
    const id = await sent('cdef|')
    const other = await studio.call('PUT', `/api/tunes/${id}/players/pim-askerud`, {
      ...player,
      instrument: 'oboe',
    })
    expect(other.status).toBe(400)
    const part = await studio.call('PUT', `/api/tunes/${id}/players/pim-askerud`, { ...player, part: 'V7' })
    expect(part.status).toBe(404)
  })
  it('goes out as MusicXML with its breaths added and nothing else changed', async () => {
    const text = xmlScore([`${xmlNotes('C5 D5 E5 F5')}<!-- a word -->`, xmlNotes('G5/4')])
    const { data } = await send(text)
    const xml = async () => (await studio.raw(`/api/tunes/${data.id}/musicxml`)).text()
    expect(await xml()).toBe(text)
    await studio.call('PUT', `/api/tunes/${data.id}/players/pim-askerud`, {
      ...player,
      part: 'P1',
      wishes: [{ onset: 4, wanted: true }],
    })
    const added = await xml()
    expect(added.replace('<notations><articulations><breath-mark/></articulations></notations>', '')).toBe(
      text,
    )
    expect(added.indexOf('breath-mark')).toBeLessThan(added.indexOf('number="2"'))
  })
  it('is printed, drawn, and played as MIDI', async () => {
    const get = (path: string) => studio.raw(`/api/tunes/tar-kettle-round/parts/V1/${path}`)
    const pdf = await get('pdf?learner=ottoline-brask&large=1')
    expect(new TextDecoder().decode((await pdf.arrayBuffer()).slice(0, 5))).toBe('%PDF-')
    expect(await (await get('svg?learner=ottoline-brask&from=4&to=7')).text()).toMatch(/^<svg/)
    const midi = new Uint8Array(await (await get('midi')).arrayBuffer())
    const text = await (await studio.raw('/api/tunes/tar-kettle-round/file')).text()
    const notes = (bytes: Uint8Array) =>
      readTune(bytes).score.parts.flatMap((p) => p.bars.flatMap((b) => b.heads.map((h) => h.midi)))
    expect(notes(midi)).toEqual(notes(new TextEncoder().encode(text)))
  })
  it('stays when the learner goes; who played it goes with it', async () => {
    const id = await sent('cdef|')
    await studio.call('PUT', `/api/tunes/${id}/players/pim-askerud`, player)
    await studio.call('DELETE', `/api/tunes/${id}/players/pim-askerud`)
    expect((await studio.call('GET', `/api/tunes/${id}`)).data.players).toEqual([])
    await studio.call('DELETE', `/api/tunes/${id}`)
    expect((await studio.call('GET', `/api/tunes/${id}`)).status).toBe(404)
  })
  it('goes out and comes back with the studio', async () => {
    const file = await exportStudio(studio.db.read, '2026-03-20T15:00:00')
    expect(file.tunes.length).toBeGreaterThan(7)
    expect((await studio.call('POST', '/api/import', file)).status).toBe(200)
    const again = await exportStudio(studio.db.read, '2026-03-20T15:00:00')
    expect(again.tunes).toEqual(file.tunes)
    expect(again.tunePlayers).toEqual(file.tunePlayers)
  })
})

describe('tunes that nobody wrote', () => {
  it('are told of by the demo as they are read', async () => {
    const { data } = await studio.call('GET', '/api/tunes')
    for (const tune of data.tunes.filter((t: { id: string }) => !/^[0-9a-f]{8}-/.test(t.id))) {
      const bytes = await (await studio.raw(`/api/tunes/${tune.id}/file`)).arrayBuffer()
      const [part] = readTune(new Uint8Array(bytes)).score.parts
      expect([tune.title, tune.parts[0].measures, tune.parts[0].notes]).toEqual([
        tune.title,
        part!.bars.length,
        part!.bars.flatMap((b) => b.heads).length,
      ])
      const [player] = tune.players
      const sheet = await studio.call(
        'GET',
        `/api/tunes/${tune.id}/parts/V1/sheet?learner=${player.learnerId}`,
      )
      expect([tune.title, sheet.status]).toEqual([tune.title, 200])
    }
    expect(inventTune(5, 'x')).not.toBe(inventTune(6, 'x'))
  })
})
