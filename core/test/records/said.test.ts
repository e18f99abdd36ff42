import { describe, expect, it } from 'vitest'
import { instrument, type InstrumentId } from '@halitus/core/instruments'
import { ENTRY_KINDS, RECORDS, type EntryKind } from '@halitus/core/records'
import { GOOD, homeOf } from './entries.ts'

/**
 * What each kind says of one sample, noted three times: read through word for word, since a teacher reads it so. Numbers are
 * the sample's own or follow from it by hand.
 */
const SAID: Record<
  EntryKind,
  {
    noted: string | null
    line: string | null
    /** About, title, name, unit, which way is better, whether it is one to beat; the last value, its aim, whether reached. */
    series?: unknown[][]
    /** Id, stop, title, amount, minutes, least minutes, aim, notes. */
    rows?: unknown[][]
    concerns?: [kind: string, sentence: string][]
    /** Unit, about, title, least and most; the next value and why. */
    goal?: unknown[]
  }
> = {
  note: {
    noted: 'x',
    line: null,
  },
  setup: {
    noted: 'Reed stands above',
    line: '1 wrong',
    rows: [
      [
        'setup-reed-height',
        'setup',
        'Tip level with the mouthpiece',
        'once, before the first note',
        1,
        1,
        'Last time: reed stands above.',
        '',
      ],
    ],
    concerns: [['fault', 'reed stands above, 3 times in four weeks']],
  },
  gauge: {
    noted: 'Reed on the mouthpiece: reed above the tip 0 mm',
    line: null,
  },
  'breath-cycle': {
    noted: 'in 2, out 6: 4 rounds, went well',
    line: 'in 2, out 6',
    series: [
      ['shrinking', 'Breath by counts', 'breathed in, counts of 8', 'counts', 'less', false, 2, null, true],
    ],
    rows: [
      [
        'breath-cycle',
        'breath',
        'Breath by counts',
        'in 3, out 5, 4 times; when that is easy, in 2, out 6',
        2,
        1,
        'Seated, shoulders low, no noise on the way in. Dizzy: stop and rest.',
        '',
      ],
    ],
  },
  'breath-count': {
    noted: 'E4: 14 clicks at 60',
    line: '14 clicks',
    series: [['E4-60', 'Breath count E4 at 60', 'clicks', 'clicks', 'more', true, 14, 12, true]],
    rows: [
      [
        'breath-count-E4',
        'breath',
        'One note, one breath',
        '3 times at 60, aim 9 clicks; write them down',
        2,
        1,
        'A relaxed breath, not the biggest. Rest between. Dizzy: stop.',
        'E4',
      ],
    ],
    goal: ['clicks', 'E4-60', 'Breath count E4 at 60', 1, 200, 16, '14 clicks came: 2 more.'],
  },
  exhale: {
    noted: 'Steady stream 11.4 s',
    line: '11 s',
    series: [['stream', 'Steady stream', 'blown', 's', 'more', true, 11.4, 10, true]],
    rows: [
      [
        'exhale',
        'breath',
        'Steady stream on the hand',
        '4 times, aim 9 s',
        1,
        1,
        'Cool and thin, the same all the way. Seated; dizzy: stop.',
        '',
      ],
    ],
    goal: ['s', 'stream', 'Steady stream', 1, 60, 12, '11.4 s, steady: on from there.'],
  },
  phrases: {
    noted: 'Phrases of 8.2, 7.9 s',
    line: '2 phrases',
    series: [['phrases', 'Phrase series', 'last against first', '%', 'more', false, 96, null, true]],
    rows: [
      [
        'phrases',
        'breath',
        'A phrase to the end of the breath',
        '4 times; wait, let the jaw drop, and the air falls in',
        2,
        1,
        'The breath that comes by itself is the model for all others. Dizzy: stop.',
        '',
      ],
    ],
  },
  'breath-watch': {
    noted: 'Shoulders rise',
    line: 'shoulders rise',
    rows: [
      [
        'breath-watch-shoulders',
        'breath',
        'Five quiet breaths, watched',
        '5 breaths before playing; look for: shoulders rise',
        1,
        1,
        'Half as much air, lower down; hands hang heavy.',
        '',
      ],
    ],
    concerns: [['breath', 'breath: shoulders rise, again']],
  },
  dizzy: {
    noted: 'Dizzy: stopped in 2, out 6',
    line: null,
    concerns: [['dizzy', 'dizzy 3 times in three weeks: short, seated drills; should it go on, a doctor']],
  },
  'first-minutes': {
    noted: 'First minutes: G3 6 cents steady, C5 8 cents steady',
    line: 'heard',
    series: [
      ['G3', 'First minutes G3', 'unsteadiness', 'cents', 'less', false, 6, null, true],
      ['C5', 'First minutes C5', 'unsteadiness', 'cents', 'less', false, 8, null, true],
    ],
  },
  'small-part': {
    noted: 'mouthpiece alone 4.2 s: at the mark, and steady',
    line: '4 s',
    series: [
      ['mouthpiece', 'On the mouthpiece alone', 'held', 's', 'more', true, 4.2, 4, true],
      ['mouthpiece', 'On the mouthpiece alone', 'off the mark', 'cents', 'less', false, 11, 40, true],
    ],
    rows: [
      [
        'small-part-mouthpiece',
        'sound',
        'Warm-up: mouthpiece alone',
        '5 long sounds at one pitch, aim 9 s',
        2,
        1,
        'First thing, before the whole instrument. Rest between; distance to ears.',
        '',
      ],
    ],
    goal: ['s', 'mouthpiece', 'On the mouthpiece alone', 1, 60, 5, '4.2 s held: on from there.'],
  },
  tries: {
    noted: 'mouthpiece alone: spoke 8 of 10',
    line: '8 of 10',
    series: [['mouthpiece', 'First sounds: mouthpiece alone', 'spoke', '%', 'more', false, 80, null, true]],
    rows: [
      [
        'tries-barrel',
        'sound',
        'Ten sounds: mouthpiece with barrel',
        '10 times, count how many speak',
        3,
        2,
        'Long and smooth. Rest when dizzy.',
        '',
      ],
    ],
    concerns: [],
  },
  bend: {
    noted: 'Bend on mouthpiece alone: 80 cents (−60 to +20)',
    line: '80 cents',
    series: [['mouthpiece', 'Bend on mouthpiece alone', 'range', 'cents', 'more', true, 80, 50, true]],
    rows: [
      [
        'bend-mouthpiece',
        'sound',
        'Bend the pitch: mouthpiece alone',
        '5 times down and up, aim 9 cents',
        2,
        1,
        'Lips move the pitch, the air goes on. Sore: rest.',
        '',
      ],
    ],
    goal: [
      'cents',
      'mouthpiece',
      'Bend on mouthpiece alone',
      10,
      1200,
      90,
      'Bent 80 cents of 50: a little further.',
    ],
  },
  'long-tone': {
    noted: 'E4 16.0 s, 6 cents steady, +3',
    line: '16 s',
    series: [
      ['E4', 'Long tone E4', 'held', 's', 'more', true, 16, 15, true],
      ['E4', 'Long tone E4', 'unsteadiness', 'cents', 'less', false, 6, null, true],
    ],
    rows: [
      [
        'long-tone-E4',
        'sound',
        'Long tone',
        '10 times, aim 9 s',
        4,
        2,
        'Level from beginning to end. Rest when dizzy.',
        'E4',
      ],
    ],
    concerns: [['well', 'long tone 16 s within 6 cents']],
    goal: ['s', 'E4', 'Long tone E4', 1, 120, 18, 'Held 16 s of 15 s within 6 cents: one step up.'],
  },
  'tone-by-hand': {
    noted: 'E4 9.0 s by hand, level by ear',
    line: '9 s by hand',
    series: [['E4', 'Long tone E4 by hand', 'held', 's', 'more', true, 9, 9, true]],
    rows: [
      [
        'long-tone-E4',
        'sound',
        'Long tone',
        '10 times, aim 9 s',
        4,
        2,
        'Level from beginning to end. Rest when dizzy.',
        'E4',
      ],
    ],
  },
  'shaped-tone': {
    noted: 'E4 soft – loud – soft, 4 counts: mastered',
    line: 'E4 × 4',
    series: [
      [
        'E4',
        'Pitch against loudness E4',
        'cents a dB, either way',
        'cents a dB',
        'less',
        false,
        0.6,
        null,
        false,
      ],
    ],
    rows: [
      [
        'shaped-tone-E4-swell',
        'sound',
        'Soft – loud – soft',
        '3 times, 9 counts a phase at 60',
        2,
        1,
        'The pitch stays while the loudness moves; lips firmer for loud, lighter for soft, the air as fast in both.',
        'E4',
      ],
    ],
    concerns: [],
    goal: [
      'counts',
      'E4-swell',
      'E4 soft – loud – soft',
      1,
      30,
      6,
      '4 counts mastered, as before: two more.',
    ],
  },
  mouth: {
    noted: 'Biting: pressure from below; what was tried helped',
    line: 'mouth',
    rows: [
      [
        'mouth-bite',
        'sound',
        'Before the mirror',
        '5 sounds, looking',
        2,
        1,
        'Thicken the air, then let the jaw down until it growls; stop just before. Sore lip, teeth or jaw: stop and rest; what lasts goes to a dentist or doctor.',
        '',
      ],
    ],
    concerns: [],
  },
  'both-ends': {
    noted: 'Mouthpiece in the mouth: the middle chosen of 2',
    line: 'both ends',
    rows: [
      [
        'both-ends-mouthpiece',
        'sound',
        'Both ends: mouthpiece in the mouth',
        '3 times: just the tip; as far as it goes; then the middle',
        2,
        1,
        'Hear all three. The middle is where it is easiest and fullest.',
        '',
      ],
    ],
  },
  overtone: {
    noted: 'B4 over low E3 (partial 3): 7 of 10',
    line: '7 of 10',
    series: [['E3-3', 'B4 over E3', 'hits', '%', 'more', false, 70, null, false]],
    rows: [
      [
        'overtone-E3-3',
        'sound',
        'Overtone B4',
        '10 tries from low E3, slurred up',
        2,
        1,
        'No pinching. Lips tire and shake: more air, then rest.',
        'E3',
      ],
    ],
  },
  interval: {
    noted: 'B4 over G4, just: 9 cents low',
    line: '9 cents low',
    series: [['B4-G4', 'B4 over G4', 'out of tune', 'cents', 'less', false, 9, 6, false]],
    rows: [
      [
        'interval',
        'sound',
        'B4 against a drone',
        '4 long tones over G4',
        2,
        1,
        'Listen for the beats to slow down; stay where they stop.',
        'B4',
      ],
    ],
  },
  'overtone-walk': {
    noted: 'Overtone walk B4 to D5, by air: 2 of 3 notes in 5 tries',
    line: 'walk 2 of 3',
    series: [['overtone-walk', 'Overtone walk', 'share of the scale', '%', 'more', false, 67, null, false]],
    rows: [
      [
        'overtone-walk',
        'sound',
        'Overtone walk',
        'once, B4 to D5, by air alone',
        3,
        2,
        'Each note with its own fingers first, then from below. Lips tire and shake: more air, then rest.',
        'B4 C5 D5',
      ],
    ],
  },
  copied: {
    noted: 'Copied a pattern of 3 notes: note 3: late',
    line: 'copied 0 of 2',
    rows: [
      [
        'copied',
        'tongue',
        'Copy what you hear',
        '4 times, somebody plays or sings it first',
        2,
        1,
        'Last time: note 3: late.',
        '',
      ],
    ],
  },
  scale: {
    noted: 'Scale E4 to G4: furthest: F4 14 low, G4 8 high',
    line: '1 of 3 in tune',
    series: [['scale', 'Scale on the tuner', 'furthest note off', 'cents', 'less', false, 14, 6, false]],
    rows: [
      [
        'scale',
        'sound',
        'Slow scale',
        'twice, E4 to G4',
        3,
        2,
        'Hear each note before you play it; wait longest on F4 and G4.',
        'F4 G4',
      ],
    ],
  },
  'way-in': {
    noted: 'One easy note: passed',
    line: 'strokes begun',
    rows: [
      [
        'way-in-say',
        'tongue',
        'Breathe and say it',
        '5 times',
        2,
        1,
        'Breathe, then the syllable without voice, four times in one breath.',
        '',
      ],
    ],
  },
  strokes: {
    noted: '2.0 strokes a second on E4, even',
    line: '2.0/s',
    series: [
      ['strokes', 'Strokes', 'unevenness', '%', 'less', false, 4, 8, true],
      ['strokes', 'Strokes', 'rate', 'a second', 'more', true, 2, null, true],
    ],
    rows: [
      [
        'strokes-E4',
        'tongue',
        'Strokes on E4',
        '4 times 8 at 60',
        2,
        1,
        'One long slurred tone first; the strokes have the same tone.',
        'E4',
      ],
    ],
    concerns: [],
  },
  'tongue-fault': {
    noted: 'Too much tongue: the whole of it moves; what was tried helped',
    line: 'tongue',
    rows: [
      [
        'tongue-fault-heavy',
        'tongue',
        'Tongue, before the mirror',
        '5 times 4 strokes, listening',
        2,
        1,
        'Only the tip of the tongue. Whisper the softest syllable you can, then the same on one long breath.',
        '',
      ],
    ],
    concerns: [],
  },
  'tongue-tempo': {
    noted: 'Fastest even: eighths at 84 (80 to 88) on E4',
    line: '♩ 84',
    series: [['2', 'Even eighths', 'fastest', 'a minute', 'more', true, 84, null, true]],
    rows: [
      [
        'tongue-tempo-2',
        'tongue',
        'Even eighths',
        '4 times one bar at 9',
        2,
        1,
        'Up one mark when three in a row are even with the same tone; down one when not.',
        'E4',
      ],
    ],
    goal: [
      'a minute',
      '2',
      'Even eighths',
      40,
      208,
      83,
      'The limit lay between 80 and 88: practise where three of five are even.',
    ],
  },
  articulation: {
    noted: 'Slur two and two: 100 % as asked at 72',
    line: '100 % as asked',
    series: [['slur-two', 'Slur two and two', 'as asked', '%', 'more', false, 100, 95, true]],
    rows: [
      [
        'articulation-slur-two',
        'tongue',
        'Slur two and two',
        '3 times at 72',
        2,
        1,
        'Also the wrong way round, on purpose.',
        'E4',
      ],
    ],
  },
  echo: {
    noted: 'Echo, level 2: 100 % right at 66',
    line: 'echo 2 of 2',
    series: [['echo', 'Echo', 'level', 'of 5', 'more', false, 2, null, true]],
    rows: [
      [
        'echo',
        'tongue',
        'Say it, finger it, play it',
        '5 patterns of two to four beats',
        2,
        1,
        'Invent one for the lesson.',
        'E4 F4 G4',
      ],
    ],
  },
  rhythm: {
    noted: 'Own pattern “Rain”, 2 beats',
    line: 'own pattern',
    rows: [
      [
        'rhythm-Rain',
        'tongue',
        'Your pattern: Rain',
        '5 times at 66',
        1,
        1,
        'Say it, then play it on one note, then on two.',
        '',
      ],
    ],
  },
  daily: {
    noted: 'A bar that grows, a note that fades: G4 at 60, held',
    line: 'set 2 of 2',
    series: [
      ['swell', 'A bar that grows, a note that fades', 'tempo', 'a minute', 'more', true, 60, null, true],
    ],
    rows: [
      [
        'daily-swell',
        'tongue',
        'A bar that grows, a note that fades',
        'twice at 64',
        2,
        1,
        'Eight sixteenths that grow, a half note that fades; then the next note.',
        'G4',
      ],
    ],
    concerns: [],
  },
  gracenotes: {
    noted: 'doubling on B: 52 ms, uneven by 7 ms',
    line: '52 ms',
    series: [['doubling-B4', 'doubling on B', 'length', 'ms', 'less', false, 52, 45, true]],
    rows: [
      [
        'gracenotes-doubling',
        'tongue',
        'doubling on B',
        '20 times, slowly',
        2,
        1,
        'High G, the note, the note above, the note: two gracenotes at even distance. Short and even; no sound between.',
        '',
      ],
    ],
    concerns: [],
  },
  'new-note': {
    noted: 'New note D4, from E4',
    line: 'new: D4',
    rows: [
      [
        'new-note-D4',
        'fingers',
        'The new note',
        'silently 5 times from the known one, then long, 4 times',
        3,
        2,
        'One finger from E4: the left middle presses.',
        'E4 D4',
      ],
    ],
  },
  move: {
    noted: 'A4 to B4: 3 of 8 clean',
    line: '3 of 8',
    series: [['A4 B4', 'A4 to B4', 'clean', '%', 'more', false, 38, null, false]],
    rows: [
      [
        'move-A4-B4',
        'fingers',
        'A4 and B4, back and forth',
        'silently 5 times, slurred 8 times',
        3,
        2,
        'All fingers at once. Today 3 of 8 clean.',
        'A4 B4',
      ],
    ],
    concerns: [['move', 'A4 to B4 clean 3 of 8']],
  },
  'break-step': {
    noted: 'A4 to B4, from above: passed, 4 of 5',
    line: 'A4 to B4 a step on',
    rows: [
      [
        'break-A4-B4-silent',
        'fingers',
        'Over the break: silently',
        '5 times',
        3,
        2,
        'Fingers only, A4 to B4 and back, five times: all at one moment, eyes on the hands.',
        'A4 B4',
      ],
    ],
    concerns: [],
  },
  passage: {
    noted: 'Passage E4 F4, own fingering for F4',
    line: '2 notes',
    rows: [
      [
        'passage-E4-2',
        'fingers',
        'The passage, in its fingerings',
        'silently twice, slurred 4 times',
        4,
        2,
        'Standard fingerings throughout; no finger slides.',
        'E4 F4',
      ],
    ],
  },
  'tune-set': {
    noted: 'To practise in Two Stairs: bar 6',
    line: '1 to practise',
    rows: [
      [
        'tune-two-stairs-1',
        'tune',
        'Two Stairs: bar 6',
        'at 44; up by 4 after 5 clean ones, to 72',
        3,
        1,
        'The move in its place.',
        'A4',
      ],
    ],
  },
  'tune-played': {
    noted: 'Two Stairs: 4 of 6 bars clean at 66; bar 3: D5 instead of B4',
    line: '4 of 6',
    series: [['two-stairs', 'Two Stairs', 'bars clean', 'of 10', 'more', true, 6.7, null, false]],
    rows: [
      [
        'tune-fault-two-stairs',
        'tune',
        'Two Stairs: bar 3',
        'slowly, until five are clean',
        3,
        1,
        'Last time: D5 instead of B4.',
        '',
      ],
    ],
    concerns: [['tune-played', 'Two Stairs, bar 3: D5 instead of B4 3 times running']],
  },
  recalled: {
    noted: null,
    line: '2 of 2 recalled',
    series: [['notes', 'Notes recalled', 'right', '%', 'more', false, 100, null, true]],
    rows: [],
    concerns: [],
  },
  accident: {
    noted: 'Another note sounds in between, A4 to B4: a finger comes late in the change; well after 42 s',
    line: 'squeak found',
    series: [['all', 'Squeaks', 'time to the cause', 's', 'less', false, 42, null, true]],
    rows: [
      [
        'squeak-late-finger',
        'fingers',
        'Another note sounds in between: what helped',
        'once a day',
        2,
        1,
        'The two notes slurred, five clean ones in a row, the late finger first. The late finger leads; slowly until it lands with the others.',
        'A4 B4',
      ],
    ],
    concerns: [['accident', 'a finger comes late in the change, 3 times in four weeks']],
  },
  target: {
    noted: 'Target for E4 set to 20',
    line: null,
  },
}

// Kinds are typed each by their own data; here they are gone through all alike.
interface AnyKind {
  noted(data: unknown, inst: unknown): string | null
  line(entries: unknown[]): string | null
  series?(entries: unknown[], inst: unknown): Record<string, unknown>[]
  rows?(lesson: unknown): { notes: string[] }[]
  concerns?(known: unknown): { kind: string; sentence: string }[]
  goal?: {
    unit: string
    limits: [number, number]
    about(data: unknown): string
    title(about: string, inst: unknown): string
    next(history: unknown[]): { value: number; why: string }
  }
}

describe('what a kind of record says', () => {
  it.each(ENTRY_KINDS)('%s', (kind) => {
    const of = RECORDS[kind] as unknown as AnyKind
    const inst = homeOf(kind)
    const data = GOOD[kind]
    const entries = [1, 2, 3].map((n) => ({ at: `2026-03-0${n}T10:00:00`, data }))
    const aim = (about: string) => ({ kind, about, title: 'x', value: 9, unit: 's', why: 'because' })
    const lesson = {
      inst,
      entries,
      before: entries.slice(0, 2),
      aim,
      observes: false,
      dizzy: false,
      notes: [],
    }
    const goal = of.goal
    const series = of.series?.(entries, inst).map((s) => {
      const last = (s.points as Record<string, unknown>[]).at(-1)!
      return [s.about, s.title, s.name, s.unit, s.better, s.race, last.value, last.aim, last.reached]
    })
    const rows = of.rows?.(lesson).map((row) => {
      const r = row as Record<string, unknown> & { notes: string[] }
      return [r.id, r.kind, r.title, r.amount, r.minutes, r.leastMinutes, r.aim, r.notes.join(' ')]
    })
    const concerns = of
      .concerns?.({ inst, entries, today: '2026-03-05T10:00:00', observes: false })
      .map((c) => [c.kind, c.sentence])
    const next = goal?.next([data, data])
    expect({
      noted: of.noted(data, inst),
      line: of.line([data, data]),
      ...(series && { series }),
      ...(rows && { rows }),
      ...(concerns && { concerns }),
      ...(goal && {
        goal: [
          goal.unit,
          goal.about(data),
          goal.title(goal.about(data), inst),
          ...goal.limits,
          next!.value,
          next!.why,
        ],
      }),
    }).toEqual(SAID[kind])
    // A row's id is its own: ticks stay with it.
    expect(new Set(rows?.map(([id]) => id)).size).toBe(rows?.length ?? 0)
  })
})

describe('whether an aim was reached', () => {
  const points = (kind: EntryKind, ...data: object[]) =>
    (
      RECORDS[kind] as unknown as {
        series(
          entries: object[],
          inst: object,
        ): { name: string; points: { value: number; reached: boolean }[] }[]
      }
    )
      .series(
        data.map((d) => ({ at: '2026-03-20T10:00:00', data: { ...GOOD[kind], ...d } })),
        homeOf(kind),
      )
      .map((s) => [s.name, s.points.map((p) => [p.value, p.reached])])
  it('is judged by what is shown: a tenth of a second, a whole cent', () => {
    const seconds = [9.94, 9.95, 10, 11].map((s) => ({ seconds: s, aimS: 10 }))
    expect(points('exhale', ...seconds)).toEqual([
      [
        'blown',
        [
          [9.9, false],
          [10, true],
          [10, true],
          [11, true],
        ],
      ],
    ])
    const off = [-40.4, 40.4, 40.6, -41].map((offCents) => ({ offCents }))
    expect(points('small-part', ...off)).toContainEqual([
      'off the mark',
      [
        [40, true],
        [40, true],
        [41, false],
        [41, false],
      ],
    ])
  })
})

describe('where a kind is noted', () => {
  const fits = (kind: EntryKind, id: InstrumentId) =>
    (RECORDS[kind] as unknown as { fits?(inst: unknown): boolean }).fits?.(instrument(id))
  it('strokes of the tongue not on a chanter, gracenotes nowhere else', () => {
    for (const kind of [
      'way-in',
      'strokes',
      'tongue-fault',
      'tongue-tempo',
      'articulation',
      'daily',
    ] as const) {
      expect(fits(kind, 'chanter'), kind).toBe(false)
      expect(fits(kind, 'clarinet'), kind).toBe(true)
    }
    expect(fits('gracenotes', 'chanter')).toBe(true)
    expect(fits('gracenotes', 'flute')).toBe(false)
  })
})

describe('what can’t be is refused, at the edge and not before', () => {
  const check = (kind: EntryKind, data: object) => () =>
    (RECORDS[kind] as unknown as { check(inst: unknown, data: object): void }).check(homeOf(kind), {
      ...GOOD[kind],
      ...data,
    })
  it('a fastest tempo outside what was tried', () => {
    const tempo = (perMinute: number) => check('tongue-tempo', { low: 80, high: 88, perMinute })
    for (const at of [80, 84, 88]) expect(tempo(at)).not.toThrow()
    for (const at of [79, 89])
      expect(tempo(at)).toThrow(`data.perMinute is ${at}; it lies between data.low and data.high.`)
  })
  it('a note that the instrument doesn’t have', () => {
    expect(check('articulation', { notes: ['E4', 'C3'] })).toThrow(/C3 is outside/)
    expect(check('articulation', { notes: ['E4', 'F4'] })).not.toThrow()
  })
  it('a first stroke on a way that there isn’t, or a note the instrument doesn’t have', () => {
    expect(check('way-in', { way: 'nowhere' })).toThrow(/^data\.way is “nowhere”; allowed: /)
    expect(check('way-in', { written: 'C3' })).toThrow(/C3 is outside/)
    expect(check('way-in', { written: null })).not.toThrow()
  })
  it('a squeak is often the same from the third time on, within four weeks', () => {
    const { concerns } = RECORDS.accident as unknown as {
      concerns(known: object): { kind: string; sentence: string }[]
    }
    const at = (...days: string[]) =>
      concerns({
        inst: homeOf('accident'),
        entries: days.map((day) => ({ at: `${day}T10:00:00`, data: GOOD.accident })),
        today: '2026-03-29T10:00:00',
        observes: false,
      })
    expect(at('2026-03-20', '2026-03-27')).toEqual([])
    expect(at('2026-03-13', '2026-03-20', '2026-03-27')).toMatchObject([
      { sentence: 'a finger comes late in the change, 3 times in four weeks' },
    ])
    // Four weeks are 28 days: the first of March counts, the last of February doesn’t.
    expect(at('2026-03-01', '2026-03-20', '2026-03-27')).toHaveLength(1)
    expect(at('2026-02-28', '2026-03-20', '2026-03-27')).toEqual([])
  })
})
