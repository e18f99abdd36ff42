import { cardPdf } from '../../../server/src/cards/pdf.ts'
import { describe, expect, it, vi } from 'vitest'

/**
 * Adding an instrument is a folder and a registry line: an invented one is put into the registry, and everything else
 * takes it without knowing. The “reed pipe” here exists nowhere.
 */
vi.mock('../../src/instruments/registry.ts', async (original) => {
  const { INSTRUMENTS } = await original<typeof import('../../src/instruments/registry.ts')>()
  const { define } = await import('../../src/instruments/define.ts')
  const { openHole } = await import('../../src/instruments/holes.ts')
  const { fingering, touch } = await import('../../src/instruments/touches.ts')
  const { OBOE_MOUTH } = await import('../../src/instruments/double-reed-mouth.ts')
  const { mm } = await import('../../src/instruments/gauges.ts')
  const { step } = await import('../../src/instruments/steps.ts')
  const bore = {
    mouth: 'reed' as const,
    startMm: 0,
    endMm: 330,
    profile: [
      { atMm: 0, diameterMm: 8 },
      { atMm: 330, diameterMm: 8 },
    ],
    outline: [
      { atMm: 0, diameterMm: 14 },
      { atMm: 330, diameterMm: 14 },
    ],
    jointsMm: [],
    holes: [openHole('one', 190, 5, 'L1'), openHole('two', 230, 5, 'L2'), openHole('three', 270, 5, 'L3')],
    source: 'from memory' as const,
  }
  const invented = define({
    id: 'reed-pipe',
    name: 'Reed pipe',
    family: 'pipe',
    transposition: 0,
    clef: 'treble',
    range: { beginner: ['C4', 'F4'], full: ['C4', 'F4'] },
    mouth: OBOE_MOUTH,
    tongue: null,
    graces: null,
    teaching: {
      firstNotes: ['F4', 'E4'],
      smallParts: [{ id: 'reed', part: 'reed alone', concert: 'C6', source: 'from memory' }],
      embouchure: [],
      loudTendency: 'flat',
      loudAndSoft: 'as it comes.',
      listenFor: 'A steady tone',
    },
    systems: [
      {
        id: 'standard',
        name: 'Three fingers',
        fingers: {
          touches: [
            touch('L1', 'hole', 'front', 190),
            touch('L2', 'hole', 'front', 230),
            touch('L3', 'hole', 'front', 270),
          ],
          bore,
          linkages: [],
          together: [],
          chart: [
            fingering('C4', 1, 'L1 L2 L3'),
            fingering('D4', 1, 'L1 L2'),
            fingering('E4', 1, 'L1'),
            fingering('F4', 1, '-'),
          ],
          breaks: [],
        },
      },
    ],
    bore,
    registers: [],
    partials: [1, 0, 0.5],
    reed: { kind: 'single', crow: null, adjustments: [], soak: null },
    gauges: [
      {
        id: 'seat',
        name: 'Reed in the pipe',
        drawing: 'depth',
        parts: ['pipe', 'reed'],
        measures: [
          mm('depth', 'Deeper by', {
            min: -5,
            max: 5,
            start: 0,
            ideal: [-1, 1],
            below: 'Flat.',
            above: 'Sharp.',
            lengthens: -1,
          }),
        ],
        source: 'from memory',
      },
    ],
    setup: [
      step('reed', 'reed', 'Reed in', 'Pushed home with a small twist.', [
        ['loose', 'Reed loose', 'Flat and airy.'],
      ]),
    ],
    schools: [],
    variations: [],
  })
  return { INSTRUMENTS: [...INSTRUMENTS, invented] }
})

const { check, entryInput, learnerInput, lessonInput } = await import('@halitus/core/contract')
const { moveFinder, describeMove, heldFor } = await import('@halitus/core/fingering')
const {
  allInstruments,
  columnEndMm,
  effectiveLengthMm,
  fingerSystem,
  instrument,
  pictureOf,
  setupSequence,
  shifts,
} = await import('@halitus/core/instruments')
const { ROOM_AIR } = await import('@halitus/core/pitch')
const { perform } = await import('@halitus/core/player')
const { composeCard } = await import('@halitus/core/practice')
const { aimFor, checkEntry, rowsOf } = await import('@halitus/core/records')
const { analyse, longTone } = await import('@halitus/core/sound')
const { startStudio } = await import('../../../server/test/studio-at-work.ts')

const pipe = instrument('reed-pipe')
const tone = {
  written: 'E4',
  targetS: 4,
  lengthS: 6.2,
  cents: 0,
  steadinessCents: 5,
  driftCents: 0,
  sagCents: 0,
  rangeDb: 1,
  hnrDb: 20,
  wobbleCents: null,
  wobbleHz: null,
  centsCurve: [],
  dbCurve: [],
}

describe('a twelfth instrument', () => {
  it('is listed, taken by the contract and fingered', () => {
    expect(allInstruments()).toHaveLength(13)
    const learner = {
      name: 'A',
      birthYear: 2010,
      instruments: ['reed-pipe'],
      schools: {},
      minutesPerSession: 10,
      sessionsPerWeek: 5,
      note: '',
    }
    expect(() => check(learnerInput, learner)).not.toThrow()
    expect(() =>
      check(lessonInput, { id: 'l', instrument: 'reed-pipe', startsAt: '2026-03-20T18:00:00', minutes: 30 }),
    ).not.toThrow()
    const system = fingerSystem(pipe)
    const move = moveFinder(system).move(heldFor(pipe, 'C4'), heldFor(pipe, 'E4'))
    expect(describeMove(system, move)).toBe('Two lift, one stays.')
    expect(move.between.find((b) => b.late.join() === 'L2')?.sounds).toBe('D4')
    expect(columnEndMm(system, new Set(['L1']))).toBe(230)
    expect(pictureOf(system, new Set(['L1'])).touches).toHaveLength(3)
  })
  it('has its length, gauge and set-up computed from its data', () => {
    // Closed–open cylinder, c / 4f (Fletcher & Rossing): C4 is 261.63 Hz.
    expect(effectiveLengthMm(pipe, 60, ROOM_AIR)).toBeCloseTo((343.99 * 1000) / (4 * 261.63), -1)
    expect(shifts(pipe, 5, ROOM_AIR)).toHaveLength(6)
    expect(setupSequence(pipe, 'first').map((s) => s.step.id)).toEqual(['reed'])
  })
  it('plays, is heard, aimed at and put on the card', () => {
    const { report } = analyse(perform({ instrument: 'reed-pipe', written: 'E4', lengthS: 2 }, 24000), 24000)
    expect(longTone(report)?.written).toBe('E4')
    const entry = {
      id: 'e',
      stage: 'sound',
      kind: 'long-tone',
      provenance: 'microphone',
      data: tone,
    } as const
    expect(() => check(entryInput, entry)).not.toThrow()
    expect(() => checkEntry(pipe, { ...entry, data: { ...tone, written: 'G4' } })).toThrow(
      'outside the reed pipe',
    )
    const known = [
      {
        ...entry,
        lessonId: 'l',
        learnerId: 'a',
        instrument: 'reed-pipe' as never,
        seq: 1,
        at: '2026-03-20T18:00:00',
      },
    ]
    expect(aimFor(known, pipe, 'long-tone', 'E4').value).toBe(7)
    const card = composeCard(rowsOf(known, 'l', pipe, false), {
      minutesPerSession: 10,
      sessions: 5,
      listenFor: '',
    })
    expect(card.rows[0]!.amount).toBe('10 times, aim 7 s')
  })
  it('is taught from the first lesson to the printed card by the running server', async () => {
    const studio = await startStudio()
    const learner = {
      id: 'a',
      name: 'A',
      birthYear: 2010,
      instruments: ['reed-pipe'],
      schools: {},
      minutesPerSession: 10,
      sessionsPerWeek: 5,
      note: '',
    }
    await studio.call('POST', '/api/learners', learner)
    await studio.call('POST', '/api/learners/a/lessons', {
      id: 'l',
      instrument: 'reed-pipe',
      startsAt: '2026-03-20T14:00:00',
      minutes: 30,
    })
    const entry = (id: string, stage: string, kind: string, data: object) =>
      studio.call('POST', '/api/lessons/l/entries', { id, stage, kind, provenance: 'microphone', data })
    for (const [id, stage, kind, data] of [
      ['1', 'setup', 'setup', { stepId: 'reed', verdict: 'wrong', faultId: 'loose' }],
      ['2', 'setup', 'gauge', { gaugeId: 'seat', values: [{ measure: 'depth', value: 2 }] }],
      ['3', 'sound', 'long-tone', tone],
      ['4', 'sound', 'bend', { part: 'reed', hz: 1046, lowCents: -50, highCents: 10, aimCents: 40 }],
      ['5', 'fingers', 'move', { from: 'C4', to: 'E4', clean: 2, tries: 8, late: 'L2' }],
    ] as const)
      expect((await entry(id, stage, kind, data)).status, kind).toBe(201)
    const { data } = await studio.call('POST', '/api/lessons/l/card')
    expect(data.card.rows.map((r: { id: string }) => r.id)).toEqual([
      'setup-reed',
      'basic-breath',
      'long-tone-E4',
      'bend-reed',
      'basic-tongue',
      'move-C4-E4',
    ])
    // Printed on a thread of its own, which hasn’t this test’s registry: the same function, here.
    const pdf = await cardPdf(data.card, (await studio.call('GET', '/api/studio')).data, 'A4')
    expect(pdf.subarray(0, 4).toString()).toBe('%PDF')
    expect(
      (await studio.call('GET', '/api/instruments/reed-pipe/fingerings?written=D4')).data.fingerings[0]
        .touches,
    ).toEqual(['L1', 'L2'])
    expect((await studio.call('GET', '/api/today')).data.lessons).toHaveLength(1)
    await studio.stop()
  })
})
