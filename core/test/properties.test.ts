import { describe, expect, it } from 'vitest'
import {
  check,
  ContractError,
  entryInput,
  learnerInput,
  lessonInput,
  studioFile,
} from '@halitus/core/contract'
import { heldFor, moveFinder, timeline } from '@halitus/core/fingering'
import { columnEndMm, fingerSystem, instrument, openHoles } from '@halitus/core/instruments'
import { centsBetween, heardNote, hzOfMidi, noteName, parseNote } from '@halitus/core/pitch'
import { perform, PRESETS, seeded } from '@halitus/core/player'
import { attention, composeCard } from '@halitus/core/practice'
import {
  ENTRY_KINDS,
  judgeTone,
  LADDER,
  nextTarget,
  RECORDS,
  stepBack,
  stepUp,
  type RowProposal,
  type Tone,
} from '@halitus/core/records'
import { advise, rotation, SYMPTOMS, type Reed, type ReedCase } from '@halitus/core/reeds'
import { GOOD } from './records/entries.ts'
import { analyse, longTone, readWav, WavError, writeWav } from '@halitus/core/sound'

/** What must hold for anything one could feed in; seeded, so a failure can be seen again. */
const random = seeded(2026)
const times = (n: number) => Array.from({ length: n }, (_, i) => i)
const whole = (low: number, high: number) => Math.floor(random.between(low, high + 1))

describe('moves', () => {
  for (const id of ['clarinet', 'flute'] as const) {
    const inst = instrument(id)
    const system = fingerSystem(inst)
    const finder = moveFinder(system)
    const notes = system.chart.filter((f) => f.kind === 'standard').map((f) => f.written)

    it(`of the ${id} mirror each other there and back`, () => {
      for (const from of notes)
        for (const to of notes) {
          const there = finder.move(heldFor(inst, from), heldFor(inst, to))
          const back = finder.move(heldFor(inst, to), heldFor(inst, from))
          expect(there.press).toEqual(back.lift)
          expect(there.lift).toEqual(back.press)
          expect(there.stay).toEqual(back.stay)
          expect(there.unknownStates).toBe(back.unknownStates)
          expect(there.between.length).toBe(back.between.length)
        }
    })
    it(`of the ${id} pass only through states between both ends`, () => {
      for (const from of notes)
        for (const to of notes) {
          const a = new Set(heldFor(inst, from).touches)
          const b = new Set(heldFor(inst, to).touches)
          const move = finder.move(heldFor(inst, from), heldFor(inst, to))
          for (const between of move.between) {
            for (const t of between.touches) expect(a.has(t) || b.has(t)).toBe(true)
            for (const t of move.stay) expect(between.touches).toContain(t)
            expect(between.late.length + between.early.length).toBe(move.press.length + move.lift.length)
            expect(Math.min(between.late.length, between.early.length)).toBeGreaterThan(0)
          }
        }
    })
    it(`of the ${id} in time begin and end where they should, whatever the fingers do`, () => {
      for (const _ of times(200)) {
        const [from, to] = [notes[whole(0, notes.length - 1)]!, notes[whole(0, notes.length - 1)]!]
        const offsets = Object.fromEntries(system.touches.map((t) => [t.id, whole(-12, 12) * 10]))
        const { move, stretches } = timeline(system, heldFor(inst, from), heldFor(inst, to), offsets)
        const moments = new Set([...move.press, ...move.lift].map((t) => offsets[t]))
        expect(stretches.length).toBe(Math.max(0, moments.size - 1))
        for (const [i, s] of stretches.entries()) {
          expect(s.toMs).toBeGreaterThan(s.fromMs)
          if (i > 0) expect(s.fromMs).toBe(stretches[i - 1]!.toMs)
        }
      }
    })
    it(`of the ${id} change the tube as their touches do`, () => {
      for (const _ of times(300)) {
        const held = new Set(system.touches.filter(() => random.chance(0.4)).map((t) => t.id))
        const open = openHoles(system, held)
        const end = columnEndMm(system, held)
        for (const h of system.bore.holes)
          if (h.role === 'tone' && open.has(h.id)) expect(h.atMm).toBeGreaterThanOrEqual(end)
      }
    })
  }
})

describe('pitch', () => {
  it('finds any frequency within half a semitone of the note it names', () => {
    for (const _ of times(500)) {
      const hz = hzOfMidi(random.between(30, 100))
      const transposition = whole(-21, 12)
      const heard = heardNote(hz, transposition)
      expect(Math.abs(heard.cents)).toBeLessThanOrEqual(50)
      expect(centsBetween(hzOfMidi(parseNote(heard.concert).midi), hz)).toBeCloseTo(heard.cents, 6)
      expect(parseNote(heard.written).midi + transposition).toBe(parseNote(heard.concert).midi)
    }
  })
})

/** A tone with nothing wrong but what is told. */
const plain = { driftCents: 0, wobbleCents: 2, wobbleHz: 5, hnrDb: 20, sagCents: 0, rangeDb: 2 }

describe('the ladder', () => {
  it('brings a learner who gains a little each week to 60 s, and never asks for less than the first hold', () => {
    const tones: Tone[] = []
    let able = 4.2
    const targets: number[] = []
    for (const _ of times(80)) {
      const { value: targetS } = nextTarget(tones)
      targets.push(targetS)
      tones.push({ ...plain, targetS, lengthS: Math.min(able, targetS), steadinessCents: 8 })
      able += 0.9
    }
    expect(Math.min(...targets)).toBe(LADDER.firstHoldS)
    expect(targets.at(-1)).toBe(LADDER.topS)
    for (let i = 1; i < targets.length; i++)
      expect(Math.abs(targets[i]! - targets[i - 1]!)).toBeLessThanOrEqual(3)
  })
  it('never asks for less than was just held, whatever happens', () => {
    const tones: Tone[] = []
    for (const _ of times(400)) {
      const { value: targetS, why } = nextTarget(tones)
      expect(targetS).toBeGreaterThanOrEqual(LADDER.firstHoldS)
      const last = tones.at(-1)
      if (last && judgeTone(last).held) expect(targetS).toBeGreaterThanOrEqual(judgeTone(last).lengthS)
      expect(why.length).toBeGreaterThan(10)
      tones.push({
        ...plain,
        targetS,
        lengthS: random.between(0, 70),
        steadinessCents: random.between(0, 30),
        driftCents: random.between(-40, 40),
      })
    }
  })
  it('takes back exactly one step above 15 s', () => {
    for (let t = 18; t <= 60; t += 3) expect(stepUp(stepBack(t), stepBack(t))).toBe(t)
  })
})

describe('the card', () => {
  it('never asks for more than the session holds, loses nothing and repeats no row', () => {
    const KINDS = ['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune'] as const
    for (const _ of times(300)) {
      const proposals = times(whole(0, 9)).map((i): RowProposal => {
        const leastMinutes = whole(1, 4)
        return {
          id: `r${i}`,
          kind: KINDS[whole(0, 5)]!,
          title: 't',
          amount: '',
          aim: '',
          notes: [],
          leastMinutes,
          minutes: leastMinutes + whole(0, 6),
          weight: whole(0, 100),
        }
      })
      const minutesPerSession = whole(5, 45)
      const card = composeCard(proposals, { minutesPerSession, sessions: 5, listenFor: '' })
      expect(card.totalMinutes).toBeLessThanOrEqual(minutesPerSession)
      expect(card.totalMinutes).toBe(card.rows.reduce((sum, r) => sum + r.minutes, 0))
      const all = [...card.rows, ...card.leftOut].map((r) => r.id)
      expect(all.sort()).toEqual(proposals.map((p) => p.id).sort())
      for (const r of card.rows) {
        const p = proposals.find((x) => x.id === r.id)!
        expect(r.minutes).toBeGreaterThanOrEqual(p.leastMinutes)
        expect(r.minutes).toBeLessThanOrEqual(p.minutes)
      }
    }
  })
})

describe('attention', () => {
  it('always has something to say, the weightiest first', () => {
    for (const _ of times(300)) {
      const found = times(whole(0, 5)).map(() => ({ kind: 'k', weight: whole(0, 90), sentence: 'something' }))
      const concerns = attention(
        found,
        {
          ...(random.chance(0.7) && {
            card: {
              from: '2026-03-09',
              sessions: whole(1, 7),
              sessionsDone: whole(0, 7),
              ticked: whole(0, 20),
              boxes: 30,
            },
          }),
          reports: random.chance(0.2) ? [{ kind: 'sore', text: '' }] : [],
          ...(random.chance(0.7) && {
            lastLessonAt: `2026-03-${String(whole(1, 15)).padStart(2, '0')}T18:00:00`,
          }),
        },
        '2026-03-16T18:00:00',
      )
      expect(concerns.length).toBeGreaterThan(0)
      expect(concerns.map((c) => c.weight)).toEqual(concerns.map((c) => c.weight).sort((a, b) => b - a))
      for (const c of concerns) expect(c.sentence).toMatch(/^[^!]{8,}$/)
    }
  })
})

describe('sound files', () => {
  it('that are damaged are read or refused with a sentence, never anything else', () => {
    const whole16 = writeWav(perform({ instrument: 'flute', written: 'A4', lengthS: 0.2 }, 8000), 8000)
    for (const _ of times(400)) {
      const bytes = whole16.slice(0, whole(0, 400))
      for (let k = whole(0, 6); k > 0; k--)
        if (bytes.length) bytes[whole(0, Math.min(bytes.length, 60) - 1)] = whole(0, 255)
      try {
        const { samples, sampleRate } = readWav(bytes)
        expect(samples.every(Number.isFinite)).toBe(true)
        expect(sampleRate).toBeGreaterThanOrEqual(8000)
      } catch (error) {
        expect(error).toBeInstanceOf(WavError)
        expect((error as Error).message).toMatch(/^[A-Z].*\.$/)
      }
    }
  })
})

describe('the simulated player is measured as it was told to play', () => {
  const clarinet = instrument('clarinet')
  // One tone each; phrases and what is around them have expectations of their own (player/presets.test.ts).
  const levels = PRESETS.filter(
    ({ id, performance: p }) => id !== 'no-note' && !p.notes && !p.strokes && !p.around,
  )
  for (const preset of levels)
    it(preset.name.toLowerCase(), () => {
      const p = preset.performance
      const performance = { instrument: 'clarinet' as const, written: 'C5', lengthS: 8, seed: 5, ...p }
      const { report } = analyse(perform(performance, 44100), 44100, {
        transposition: clarinet.transposition,
      })
      const tone = longTone(report)!
      expect(tone.written).toBe('C5')
      expect(Math.abs(tone.lengthS - 8)).toBeLessThan(0.35)
      if (p.sagCents) expect(Math.abs(tone.sagCents - p.sagCents)).toBeLessThan(6)
      if (p.driftCents) expect(Math.abs(tone.driftCents - p.driftCents)).toBeLessThan(8)
      if (p.wobble) {
        const heard = p.wobble.rateHz < 2 ? tone.waver : tone.wobble
        expect(Math.abs(heard.depthCents! - p.wobble.depthCents)).toBeLessThan(5)
      }
      expect(report.squeaks).toHaveLength(p.squeak ? 1 : 0)
    })
})

describe('the contract', () => {
  const junk: unknown[] = [
    null,
    undefined,
    0,
    -1,
    1e9,
    NaN,
    Infinity,
    '',
    'x',
    '<b>',
    [],
    [1],
    {},
    { a: 1 },
    true,
    'x'.repeat(5000),
  ]
  it('answers any junk with a sentence about a field', () => {
    for (const schema of [learnerInput, lessonInput, entryInput, studioFile])
      for (const value of junk) {
        try {
          check(schema as Parameters<typeof check>[0], value)
          throw new Error(`took ${JSON.stringify(value)}`)
        } catch (error) {
          expect(error).toBeInstanceOf(ContractError)
          expect((error as Error).message.length).toBeGreaterThan(5)
        }
      }
  })
  it('refuses an entry of every kind when any of its fields is junk', () => {
    const good: Record<string, Record<string, unknown>> = GOOD
    for (const kind of ENTRY_KINDS) {
      const entry = (data: unknown) => ({
        id: 'e',
        stage: RECORDS[kind].stages[0],
        kind,
        provenance: 'typed',
        data,
      })
      expect(() => check(entryInput, entry(good[kind])), kind).not.toThrow()
      for (const field of Object.keys(good[kind]!)) {
        expect(
          () => check(entryInput, entry({ ...good[kind], [field]: { odd: true } })),
          `${kind}.${field}`,
        ).toThrow(ContractError)
        const { [field]: _, ...without } = good[kind]!
        // A fault goes only with a wrong step.
        if (field === 'faultId') continue
        expect(() => check(entryInput, entry(without)), `${kind} without ${field}`).toThrow(ContractError)
      }
      expect(() => check(entryInput, entry({ ...good[kind], extra: 1 }))).toThrow('a field nobody knows')
    }
  })
})

describe('reeds', () => {
  const states = ['new', 'breaking-in', 'rotation', 'concert', 'resting', 'retired'] as const
  const anyReed = (i: number): Reed => ({
    id: `${i}`,
    name: `${i}`,
    state: states[whole(0, 5)]!,
    uses: times(whole(0, 9)).map((k) => ({
      at: `2026-03-${String(1 + k * 2).padStart(2, '0')}T18:00:00`,
      minutes: whole(1, 40),
      rating: random.chance(0.4) ? whole(1, 5) : null,
    })),
  })
  it('are offered once each unless retired, whatever is on the shelf', () => {
    for (const _ of times(100)) {
      const shelf = times(whole(0, 12)).map(anyReed)
      const offered = rotation(shelf, '2026-03-20T18:00:00').map((c) => c.reed.id)
      expect([...offered].sort()).toEqual(
        shelf
          .filter((r) => r.state !== 'retired')
          .map((r) => r.id)
          .sort(),
      )
    }
  })
  it('are advised on with beliefs between 0 and 1 for any case', () => {
    for (const _ of times(200)) {
      const c: ReedCase = {
        symptoms: SYMPTOMS.filter(() => random.chance(0.2)).map((s) => s.id),
        strength: random.chance(0.2) ? null : whole(2, 10) / 2,
        tip: (['close', 'medium', 'open'] as const)[whole(0, 2)]!,
        facing: (['short', 'medium', 'long'] as const)[whole(0, 2)]!,
        weeksPlaying: whole(0, 200),
        longToneS: random.chance(0.5) ? random.between(0, 60) : null,
        targetS: random.chance(0.5) ? whole(4, 60) : null,
        centsPerDb: random.chance(0.5) ? random.between(-3, 3) : null,
      }
      const { opinions, check: next } = advise(c)
      expect(opinions).toHaveLength(8)
      for (const o of opinions) expect(o.belief).toBeGreaterThan(0)
      expect(opinions.map((o) => o.belief)).toEqual(opinions.map((o) => o.belief).sort((a, b) => b - a))
      expect(next.length).toBeGreaterThan(10)
    }
  })
})

describe('names', () => {
  it('are their own inverse over the whole range', () => {
    for (const midi of times(88).map((i) => i + 21))
      expect(noteName(parseNote(noteName(midi)).midi)).toBe(noteName(midi))
  })
})
