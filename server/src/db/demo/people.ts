import type { InstrumentId } from '@halitus/core/instruments'

/** Weeks of history. */
export const WEEKS = 12

/** How a learner's twelve weeks go; the numbers drive the seeded story. */
export interface Person {
  id: string
  name: string
  age: number
  instruments: [InstrumentId, ...InstrumentId[]]
  /** Schools chosen for this learner. */
  schools: Record<string, string>
  minutesPerSession: number
  sessionsPerWeek: number
  note: string
  /** Weekday of the lesson counted from today's (0 = today) and time. */
  day: number
  time: string
  /** Where long tones start, s, and how much a week brings. */
  startS: number
  gainS: number
  /** Steadiness at the beginning and what a week takes off it, cents. */
  steady: number
  /** Share of the planned sessions that get practised. */
  diligence: number
  /** Written note of the long tones and the move that is being learnt. */
  tone: string
  moves: [string, string][]
  /** Steps of set-up that keep going wrong. */
  habits?: string[]
  trouble?: 'stuck' | 'unsteady' | 'dizzy' | 'away' | 'reed'
  plans: Partial<Record<'breath' | 'tongue' | 'tune', string>>
}

/** The Slipway Wind Room, above a boat workshop in Tarnhaven: all of it invented. */
export const STUDIO = {
  name: 'The Slipway Wind Room',
  place: 'Above the boat workshop, Tarnhaven',
  a4Hz: 440,
  schools: {},
  noteNames: 'english' as const,
}

export const PEOPLE: Person[] = [
  {
    id: 'ottoline-brask',
    name: 'Ottoline Brask',
    age: 34,
    instruments: ['clarinet'],
    schools: { attitude: 'race' },
    minutesPerSession: 20,
    sessionsPerWeek: 6,
    note: 'Little-finger reach short on the left. Works shifts on the ferry.',
    day: 0,
    time: '18:20',
    startS: 6,
    gainS: 1.5,
    steady: 16,
    diligence: 0.75,
    tone: 'E4',
    moves: [
      ['A4', 'B4'],
      ['Bb4', 'B4'],
    ],
    trouble: 'stuck',
    plans: {
      breath: 'in 2 / out 6, four rounds',
      tongue: 'four strokes on one breath, E4',
      tune: 'Tar Kettle Round, bars 1 to 4',
    },
  },
  {
    id: 'pim-askerud',
    name: 'Pim Askerud',
    age: 9,
    instruments: ['flute'],
    schools: { attitude: 'observe' },
    minutesPerSession: 12,
    sessionsPerWeek: 5,
    note: 'Small hands; head joint only in the first weeks.',
    day: 0,
    time: '16:30',
    startS: 3,
    gainS: 0.7,
    steady: 24,
    diligence: 0.35,
    tone: 'B4',
    moves: [
      ['B4', 'A4'],
      ['C5', 'D5'],
    ],
    plans: {
      breath: 'hand on the belly, five quiet breaths',
      tongue: 'say it, then on the head joint',
      tune: 'Three Buoys, first line',
    },
  },
  {
    id: 'leopold-quist',
    name: 'Leopold Quist',
    age: 67,
    instruments: ['alto-sax'],
    schools: { attitude: 'race' },
    minutesPerSession: 20,
    sessionsPerWeek: 5,
    note: 'Retired sailmaker. Asks for the reason of everything.',
    day: 0,
    time: '17:00',
    startS: 8,
    gainS: 1.4,
    steady: 13,
    diligence: 0.95,
    tone: 'B4',
    moves: [['B4', 'C5']],
    plans: { breath: 'in 3 / out 5, six rounds', tune: 'Net Menders’ Walk, slow part' },
  },
  {
    id: 'wilhelmina-tarn',
    name: 'Wilhelmina Tarn',
    age: 41,
    instruments: ['oboe'],
    schools: { attitude: 'race' },
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    note: 'Comes from the recorder. Rests between tones are part of the plan.',
    day: 0,
    time: '19:00',
    startS: 7,
    gainS: 1,
    steady: 12,
    diligence: 0.8,
    tone: 'A4',
    moves: [['B4', 'C5']],
    trouble: 'dizzy',
    plans: { breath: 'stale air out first, then in', tongue: 'tip to tip, one note' },
  },
  {
    id: 'casimir-odell',
    name: 'Casimir Odell',
    age: 14,
    instruments: ['bassoon'],
    schools: { attitude: 'race' },
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    note: 'Studio bassoon on loan. Grows fast: check the strap each lesson.',
    day: 1,
    time: '17:30',
    startS: 7,
    gainS: 1.2,
    steady: 14,
    diligence: 0.8,
    tone: 'E3',
    moves: [['E3', 'F3']],
    trouble: 'unsteady',
    plans: { breath: 'in 4 / out 4 seated', tune: 'Ballast Song, bars 1 to 8' },
  },
  {
    id: 'juniper-holm',
    name: 'Juniper Holm',
    age: 11,
    instruments: ['soprano-recorder', 'alto-recorder'],
    schools: { attitude: 'race' },
    minutesPerSession: 12,
    sessionsPerWeek: 5,
    note: 'Wants the alto as well.',
    day: 1,
    time: '16:30',
    startS: 5,
    gainS: 1.1,
    steady: 12,
    diligence: 0.9,
    tone: 'B4',
    moves: [['A4', 'B4']],
    plans: { tongue: 'dü on one note, eight in a breath' },
  },
  {
    id: 'ruaridh-penhallow',
    name: 'Ruaridh Penhallow',
    age: 52,
    instruments: ['chanter'],
    schools: { attitude: 'observe' },
    minutesPerSession: 20,
    sessionsPerWeek: 6,
    note: 'At sea two weeks of five.',
    day: 2,
    time: '19:30',
    startS: 10,
    gainS: 1.6,
    steady: 10,
    diligence: 0.6,
    tone: 'A4',
    moves: [['E5', 'F5']],
    trouble: 'away',
    plans: { breath: 'one pressure, count to 12' },
  },
  {
    id: 'saskia-vell',
    name: 'Saskia Vell',
    age: 12,
    instruments: ['clarinet', 'tenor-sax'],
    schools: { attitude: 'race' },
    minutesPerSession: 15,
    sessionsPerWeek: 5,
    note: 'Second year. Tenor in the summer band.',
    day: 0,
    time: '17:40',
    startS: 12,
    gainS: 2.2,
    steady: 11,
    diligence: 0.9,
    tone: 'C5',
    moves: [
      ['C5', 'D5'],
      ['E5', 'F#5'],
    ],
    trouble: 'reed',
    habits: ['reed-height'],
    plans: {
      breath: 'in 1 / out 7, four rounds',
      tongue: 'sixteenths at 60, E4 to C5',
      tune: 'Lantern Quay, both parts',
    },
  },
]
