import type { ReedRecord, ReedUseRecord, StudioParts } from '@halitus/core/contract'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import type { Random } from '@halitus/core/player'
import { BREAK_IN_MINUTES } from '@halitus/core/reeds'
import { plusDays } from '@halitus/core/time'
import { WEEKS, type Person } from './people.ts'

type Shelf = Pick<StudioParts, 'reeds' | 'reedUses'>

/** Names that say nothing about any maker. */
const REED_NAMES = [
  'Red dot',
  'Blue dot',
  'Notched',
  'Plain',
  'Green dot',
  'Two lines',
  'Corner',
  'Star',
] as const
const DOUBLE_STRENGTHS = ['soft', 'medium-soft', 'medium'] as const

/** Reeds of twelve weeks of one learner. */
export function inventReeds(person: Person, now: string, random: Random): Shelf {
  const shelf: Shelf = { reeds: [], reedUses: [] }
  for (const on of person.instruments) {
    const { reed } = instrument(on)
    if (reed) reedsFor(shelf, person, on, reed.kind === 'single', now, random)
  }
  return shelf
}

function reedsFor(
  shelf: Shelf,
  person: Person,
  on: InstrumentId,
  single: boolean,
  now: string,
  random: Random,
): void {
  const weakOnes = person.trouble === 'reed'
  const lifeMinutes = (single ? 420 : 620) * (0.75 + 0.5 * random())
  const names = REED_NAMES.map((name, i) => ({
    name,
    order: (i * 5 + person.name.length) % REED_NAMES.length,
  })).sort((a, b) => a.order - b.order)
  // Reeds follow each other: three or four are in use at a time, each begun some weeks after the one before.
  for (let i = 0; i < 6; i++) {
    const begunDaysAgo = WEEKS * 7 - 4 - i * 14 + Math.floor(random() * 4)
    if (begunDaysAgo < 1) continue
    const id = `${person.id}-${on}-reed-${i + 1}`
    const life = lifeMinutes * (0.8 + 0.4 * random())
    const uses: ReedUseRecord[] = []
    let minutes = 0
    let ended = false
    for (let daysAgo = begunDaysAgo; daysAgo >= 1 && !ended; daysAgo -= 1 + Math.floor(random() * 3)) {
      const begun =
        uses.length < BREAK_IN_MINUTES.length
          ? BREAK_IN_MINUTES[uses.length]!
          : Math.round(person.minutesPerSession * (0.8 + 0.6 * random()))
      minutes += begun
      ended = minutes > life
      const fresh = 1 - minutes / life
      const rating =
        uses.length % 3 === 2 || ended
          ? Math.max(
              1,
              Math.min(5, Math.round(1.6 + 3 * fresh - (weakOnes ? 0.8 : 0) + 0.5 * random.normal())),
            )
          : null
      uses.push({
        id: `${id}-u${uses.length + 1}`,
        reedId: id,
        at: plusDays(now, -daysAgo),
        minutes: begun,
        rating,
        fault: ended ? (random.chance(0.5) ? 'gone soft' : 'chipped') : '',
      })
    }
    const state: ReedRecord['state'] = ended
      ? 'retired'
      : uses.length < BREAK_IN_MINUTES.length
        ? 'breaking-in'
        : i === 2 && person.age > 30
          ? 'concert'
          : 'rotation'
    shelf.reeds.push({
      id,
      learnerId: person.id,
      instrument: on,
      name: names[i]!.name,
      maker: '',
      strength: single ? (weakOnes ? 1.5 : 2 + 0.5 * Math.floor(random() * 2)) : null,
      strengthWords: single ? '' : random.pick(DOUBLE_STRENGTHS),
      cut: '',
      firstUse: uses[0]?.at.slice(0, 10) ?? null,
      state,
      inMouthpiece: false,
      deleted: false,
    })
    shelf.reedUses.push(...uses)
  }
  const playing = shelf.reeds.findLast(
    (r) => r.learnerId === person.id && r.instrument === on && r.state === 'rotation',
  )
  if (playing) playing.inMouthpiece = true
  // Not everybody has just opened a box.
  if (!random.chance(0.4)) return
  shelf.reeds.push({
    id: `${person.id}-${on}-reed-new`,
    learnerId: person.id,
    instrument: on,
    name: 'From the new box',
    maker: '',
    strength: single ? 2.5 : null,
    strengthWords: single ? '' : 'medium-soft',
    cut: '',
    firstUse: null,
    state: 'new',
    inMouthpiece: false,
    deleted: false,
  })
}
