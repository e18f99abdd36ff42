import type {
  PieceRecord,
  ReedRecord,
  ReedUseRecord,
  ServiceRecord,
  StudioFile,
} from '@halitus/core/contract'
import { instrument, spokenName, type InstrumentId } from '@halitus/core/instruments'
import type { Random } from '@halitus/core/player'
import { BREAK_IN_MINUTES, reedKind } from '@halitus/core/reeds'
import { localIso } from '../../http/index.ts'
import type { Person } from './people.ts'

const DAY_MS = 86_400_000
const WEEKS = 12

type Shelf = Required<Pick<StudioFile, 'reeds' | 'reedUses' | 'pieces' | 'services'>>

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

/** Reeds of twelve weeks and the instrument of one learner. */
export function stockShelf(shelf: Shelf, person: Person, now: Date, random: Random): void {
  for (const on of person.instruments) {
    const kind = reedKind(instrument(on).family)
    if (kind) reedsFor(shelf, person, on, kind === 'single', now, random)
  }
  shelf.pieces.push(pieceOf(person))
  shelf.services.push(...servicesOf(person, now))
}

const dayBefore = (now: Date, days: number) => localIso(new Date(now.getTime() - days * DAY_MS))

function reedsFor(
  shelf: Shelf,
  person: Person,
  on: InstrumentId,
  single: boolean,
  now: Date,
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
        at: dayBefore(now, daysAgo),
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

function pieceOf(person: Person): PieceRecord {
  const on = person.instruments[0]
  return {
    id: `${person.id}-piece`,
    learnerId: person.id,
    instrument: on,
    name: `${person.name.split(' ')[0]}’s ${spokenName(instrument(on))}`,
    serial: `TH-${1000 + person.name.length * 37 + person.age}`,
    owner: person.id === 'casimir-odell' ? 'studio' : person.age < 12 ? 'loan' : 'learner',
    note: '',
  }
}

/** Ottoline’s trouble is not the reed: her instrument leaks, found by swapping. */
function servicesOf(person: Person, now: Date): ServiceRecord[] {
  const pieceId = `${person.id}-piece`
  const record = (n: number, daysAgo: number, kind: ServiceRecord['kind'], text: string): ServiceRecord => ({
    id: `${pieceId}-s${n}`,
    pieceId,
    at: dayBefore(now, daysAgo),
    kind,
    text,
  })
  if (person.id === 'ottoline-brask')
    return [
      record(1, 300, 'service', 'Corks renewed, pads seated.'),
      record(
        2,
        21,
        'fault',
        'Low notes refuse with three different reeds; the teacher’s clarinet speaks with all of them.',
      ),
      record(
        3,
        14,
        'tell-technician',
        'F pad of the lower joint doesn’t close on its left edge: E3 and B4 come late.',
      ),
    ]
  if (person.id === 'casimir-odell')
    return [record(1, 120, 'service', 'Boot swabbed and oiled, whisper key adjusted.')]
  return []
}
