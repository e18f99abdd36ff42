import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { noteName, parseNote } from '@halitus/core/pitch'
import * as again from './second-copies.ts'

/** The second copies of the charts, read out of their own notations into touches. */
export const sorted = (touches: string[]) => [...touches].sort()

/** Signs for thumbs and half holes in the second copies. */
const SIGNS: Record<string, string> = { T: 'LT', R: 'LT:reg', W: 'LT:whisper' }

/** Reads a second copy: thumb sign(s), left fingers, right fingers, named keys. */
function readTube(text: string, keys: Record<string, string>, signs = SIGNS): Map<string, string[]> {
  const rows = text.trim().split('\n')
  return new Map(
    rows.map((row) => {
      const [note = '', tube = '', ...named] = row.trim().split(/\s+/)
      const [left = '', right = ''] = tube.split('/')
      const touches = [
        ...[...left.slice(0, -3)].filter((c) => c !== '-').map((c) => signs[c] ?? `unknown sign ${c}`),
        ...[...left.slice(-3)].filter((c) => c !== '-').map((c) => (c === 'h' ? 'L1:half' : `L${c}`)),
        ...[...right].filter((c) => c !== '-').map((c) => `R${c}`),
        ...named.map((k) => keys[k] ?? `unknown key ${k}`),
      ]
      return [note, sorted(touches)]
    }),
  )
}
/** A recorder's numbers. */
function readNumbers(text: string): Map<string, string[]> {
  const HOLES = ['LT', 'L1', 'L2', 'L3', 'R1', 'R2', 'R3', 'R4']
  const found = text.matchAll(/([A-G][#b]?\d) ([o\d][\d -]*?)(?=\s+[A-G]|\s*$)/g)
  return new Map(
    [...found].map(([, note, numbers]) => [
      note!,
      sorted(
        [...numbers!.matchAll(/-?[o\d]/g)].map(([sign]) =>
          sign === 'o' ? 'LT:half' : HOLES[Math.abs(Number(sign))]! + (sign.startsWith('-') ? ':half' : ''),
        ),
      ),
    ]),
  )
}
function readHoles(text: string): Map<string, string[]> {
  const HOLES = ['LT', 'L1', 'L2', 'L3', 'R1', 'R2', 'R3', 'R4']
  return new Map(
    text
      .trim()
      .split('\n')
      .map((row) => {
        const [note = '', ...holes] = row.trim().split(' ')
        return [note, sorted(HOLES.filter((_, i) => holes.join('')[i] === 'x'))]
      }),
  )
}

/** The chanter has nine notes and no others. */
export const everyNote = (id: InstrumentId) => {
  const graces = instrument(id).graces
  if (graces) return graces.notes.map((n) => n.written)
  const [low, high] = instrument(id).range.full.map((n) => parseNote(n).midi) as [number, number]
  return Array.from({ length: high - low + 1 }, (_, i) => noteName(low + i))
}

const sax = readTube(again.SAXOPHONE_AGAIN, again.SAXOPHONE_KEYS, { O: 'LT:oct' })
const baritone = new Map([...sax, ['A3', sorted([...sax.get('Bb3')!, 'LT:A'])]])
const flicking = readTube(again.BASSOON_AGAIN, again.BASSOON_KEYS)
const VENTS = ['LT:A', 'LT:C', 'LT:D']
/** Without flicking A3 to D4 have no vent key. */
const plain = new Map(
  [...flicking].map(([note, touches]) => [
    note,
    parseNote(note).midi <= parseNote('D4').midi ? touches.filter((t) => !VENTS.includes(t)) : touches,
  ]),
)
const soprano = readNumbers(again.SOPRANO_AGAIN)
const alto = readNumbers(again.ALTO_AGAIN)
const german = readNumbers(again.GERMAN_AGAIN)
const fourthUp = (note: string) => noteName(parseNote(note).midi + 5)

/** Every chart with its second copy: note to touches, sorted. */
export const COPIES: [InstrumentId, string | undefined, Map<string, string[]>][] = [
  ['clarinet', undefined, readTube(again.CLARINET_AGAIN, again.CLARINET_KEYS)],
  ['flute', undefined, readTube(again.FLUTE_AGAIN, again.FLUTE_KEYS)],
  ['soprano-sax', undefined, sax],
  ['alto-sax', undefined, sax],
  ['tenor-sax', undefined, sax],
  ['baritone-sax', undefined, baritone],
  ['oboe', undefined, readTube(again.OBOE_AGAIN, again.OBOE_KEYS, { O: 'LT:oct1', U: 'L1:oct2' })],
  ['bassoon', 'flicking', flicking],
  ['bassoon', 'plain', plain],
  ['soprano-recorder', 'baroque', soprano],
  ['soprano-recorder', 'german', new Map([...soprano, ...german])],
  ['alto-recorder', 'baroque', alto],
  ['alto-recorder', 'german', new Map([...alto, ...[...german].map(([n, t]) => [fourthUp(n), t] as const)])],
  ['chanter', undefined, readHoles(again.CHANTER_AGAIN)],
  ['pipe-chanter', undefined, readHoles(again.CHANTER_AGAIN)],
]
