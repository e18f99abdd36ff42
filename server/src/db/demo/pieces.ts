import type { PieceRecord, ServiceRecord, StudioParts } from '@halitus/core/contract'
import { instrument, spokenName } from '@halitus/core/instruments'
import { plusDays } from '@halitus/core/time'
import type { Person } from './people.ts'

/** The instrument of one learner, with what happened to it. */
export const inventPieces = (person: Person, now: string): Pick<StudioParts, 'pieces' | 'services'> => ({
  pieces: [pieceOf(person)],
  services: servicesOf(person, now),
})

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
function servicesOf(person: Person, now: string): ServiceRecord[] {
  const pieceId = `${person.id}-piece`
  const record = (n: number, daysAgo: number, kind: ServiceRecord['kind'], text: string): ServiceRecord => ({
    id: `${pieceId}-s${n}`,
    pieceId,
    at: plusDays(now, -daysAgo),
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
