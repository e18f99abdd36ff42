import { OutOfRange } from '../errors/index.ts'
import { ventTouches } from '../fingering/index.ts'
import { fingerSystem, standardFingering, type Instrument } from '../instruments/index.ts'
import { prettyNote } from '../pitch/index.ts'
import type { Accident } from './accident.ts'
import type { Fact } from './facts.ts'
import { blamed } from './pitch.ts'

/**
 * A finger that was seen to differ counts for what it stands for so many times more (chosen by Halitus: what is seen outweighs what is
 * usual, and eyes may be wrong).
 */
const SEEN = 40

/** What a touch does that it doesn't in the picture of a note. */
export interface Difference {
  touch: string
  words: string
}

/**
 * Every way in which one finger can differ from the picture of a note: up where it should be down, down where it should be up.
 * @returns fingers that should be down first, each with its words
 * @example differencesOn(clarinet, 'G4')[0] // { touch: 'LT', words: 'left thumb is down' }
 * @throws NoteError for a note that the instrument doesn't have
 */
export function differencesOn(inst: Instrument, written: string): Difference[] {
  const down = new Set(standardFingering(inst, written).touches)
  const touches = fingerSystem(inst).touches.filter((t) => !t.halfOf || down.has(t.id))
  return [...touches]
    .sort((a, b) => Number(down.has(b.id)) - Number(down.has(a.id)))
    .map(({ id, name, halfOf }) => ({
      touch: id,
      words: halfOf
        ? `${name.replace(', half open', '')} isn’t half open`
        : `${name} is ${down.has(id) ? 'up' : 'down'}`,
    }))
}

/**
 * What fingers that were seen to differ from a note's picture say of causes; nothing where none was.
 * @param crossing whether it happens in a change of notes
 * @throws OutOfRange where no note is named, and for a touch that the instrument doesn't have, naming those that it has
 */
export function byDiffering(
  inst: Instrument,
  { written, differs = [] }: Pick<Accident, 'written' | 'differs'>,
  crossing: boolean,
): Fact[] {
  if (!differs.length) return []
  if (!written) throw new OutOfRange('Name the written note whose picture the fingers differ from.')
  const all = differencesOn(inst, written)
  const down = new Set(standardFingering(inst, written).touches)
  const system = fingerSystem(inst)
  const vents = ventTouches(system)
  const halved = new Set(system.touches.filter((t) => t.halfOf && down.has(t.id)).map((t) => t.halfOf))
  const causesOf = (id: string) => {
    const is = system.touches.find((t) => t.id === id)!
    if (is.halfOf || halved.has(id)) return blamed(inst, vents, id, 'half', crossing)
    if (down.has(id))
      return vents.has(id) && !crossing
        ? ['vent-unopened', 'octave-keys-swapped', 'no-flick', 'whisper-off']
        : blamed(inst, vents, id, 'missing', crossing)
    // A finger on its own hole hasn’t strayed: it was put there.
    if (!vents.has(id) && !id.includes(':')) return ['not-learnt']
    const strays = is.finger === 'thumb' && vents.has(id) ? ['brush-thumb-keys'] : []
    return [...blamed(inst, vents, id, 'extra', crossing), ...strays]
  }
  return differs.map((touch) => {
    const found = all.find((d) => d.touch === touch)
    if (!found)
      throw new OutOfRange(
        `The ${inst.name} has no touch “${touch}” on ${prettyNote(written)}. It has ${all.map((d) => d.touch).join(', ')}.`,
      )
    return {
      words: `Seen on ${prettyNote(written)}: ${found.words}`,
      times: Object.fromEntries(causesOf(touch).map((id) => [id, SEEN])),
    }
  })
}

/** The question whether a finger differs: who names one has answered it. */
export const DIFFER = 'fingers-differ'
