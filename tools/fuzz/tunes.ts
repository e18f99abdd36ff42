import { strToU8, zipSync } from 'fflate'
import { Refusal } from '@halitus/core/errors'
import { seeded, type Random } from '@halitus/core/player'
import { engravedXml, inventTune, lineOf, midiOf, movedTo, planBreaths, readTune } from '@halitus/core/tune'

/** What became of a file, and how long it took, ms. */
export interface Tried {
  read: number
  refused: number
  slowestMs: number
  /** Anything but a sentence: a fault of ours. */
  faults: string[]
}

const SIGNS = [
  '<',
  '>',
  '&',
  '"',
  '\0',
  '\uFFFF',
  '-1',
  '0',
  '1e99',
  '|:',
  ':|',
  '[',
  '(3',
  'X:',
  'K:',
  '^^^',
  '/',
  '<!ENTITY',
]

/** A file with some bytes changed, cut out, doubled or replaced by what breaks parsers. */
function broken(bytes: Uint8Array, random: Random): Uint8Array {
  const list = [...bytes]
  for (let n = Math.floor(random.between(1, 6)); n > 0; n--) {
    const at = Math.floor(random() * list.length)
    const length = Math.floor(random.between(1, 40))
    const way = random()
    if (way < 0.35) list[at] = Math.floor(random() * 256)
    else if (way < 0.55) list.splice(at, length)
    else if (way < 0.75) list.splice(at, 0, ...list.slice(at, at + length))
    else if (way < 0.9) list.splice(at, 0, ...strToU8(SIGNS[Math.floor(random() * SIGNS.length)]!))
    else list.length = Math.max(1, at)
  }
  return new Uint8Array(list)
}

/** Good files of each kind that is read. */
function goodFiles(seed: number): Uint8Array[] {
  const text = inventTune(seed, 'Trial', { fifths: 1, eighths: 0.4 })
  const [part] = readTune(strToU8(text)).score.parts
  const flute = movedTo(part!, { instrument: 'flute', as: 'written', octave: 0 })
  const xml = engravedXml(flute, { clef: 'treble' })
  return [strToU8(text), strToU8(xml), zipSync({ 'score.xml': strToU8(xml) }), midiOf(flute)]
}

/** Reads broken files, and goes through what could be read. */
export function brokenTunes(count: number, seed: number): Tried {
  const random = seeded(seed)
  const tried: Tried = { read: 0, refused: 0, slowestMs: 0, faults: [] }
  const good = Array.from({ length: 4 }, (_, i) => goodFiles(seed + i)).flat()
  for (let n = 0; n < count; n++) {
    const bytes = broken(good[n % good.length]!, random)
    const from = performance.now()
    try {
      for (const part of readTune(bytes).score.parts) {
        if (part.percussion || !part.bars.some((b) => b.heads.some((h) => !h.grace))) continue
        const line = lineOf(part)
        planBreaths(part, line, 72, 8)
        engravedXml(part, { clef: 'treble' }, line)
      }
      tried.read++
    } catch (error) {
      if (error instanceof Refusal && error.message.length > 10) tried.refused++
      else
        tried.faults.push(
          `file ${n}: ${error instanceof Error ? (error.stack ?? error.message).slice(0, 400) : String(error)}`,
        )
    }
    tried.slowestMs = Math.max(tried.slowestMs, performance.now() - from)
  }
  return tried
}
