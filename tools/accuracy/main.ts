import { analyse, longTone, trackPitch, type SoundReport } from '@halitus/core/sound'
import { seeded, type Manner, type Phrase, type PhraseNote } from '@halitus/core/player'
import { noteName, parseNote, hzOfMidi } from '@halitus/core/pitch'
import {
  additive,
  ALL,
  held,
  keyClicks,
  noises,
  play,
  RATE,
  run,
  someNote,
  strokes,
  type Piece,
} from './material.ts'
import {
  f1,
  noEvents,
  noFrames,
  perMinute,
  quantile,
  recall,
  scoreEvents,
  scoreFrames,
  type EventScore,
  type FrameScore,
} from './score.ts'

const SEED = Number(process.env.SEED ?? 1)
const only = process.argv[2]
const all = noFrames()
const pct = (a: number, b: number) => (100 * a) / Math.max(1, b)
const hear = (p: Piece) => analyse(p.samples, p.sampleRate)
const frames = (pieces: Piece[], countAll = true): FrameScore => {
  const s = noFrames()
  for (const p of pieces) {
    const { track } = hear(p)
    scoreFrames(track.timeS, track.hz, p.truth.hz, s)
    if (countAll) scoreFrames(track.timeS, track.hz, p.truth.hz, all)
    if (process.env.WORST) {
      const one = scoreFrames(track.timeS, track.hz, p.truth.hz)
      if (one.missed + one.wrong + one.falsely)
        console.log(
          '   ',
          p.name,
          'missed',
          one.missed,
          'wrong',
          one.wrong,
          'false',
          one.falsely,
          'of',
          one.voiced,
        )
    }
  }
  return s
}
const F = (s: FrameScore) =>
  `missed ${pct(s.missed, s.voiced).toFixed(2)} % wrong ${pct(s.wrong, s.voiced).toFixed(2)} % false ${pct(s.falsely, s.unvoiced).toFixed(2)} % left ${pct(s.left, s.left + s.voiced + s.unvoiced).toFixed(1)} % cents ${quantile(s.cents, 0.5).toFixed(2)} / ${quantile(s.cents, 0.95).toFixed(2)}`
const E = (s: EventScore) =>
  `F ${f1(s).toFixed(3)} recall ${recall(s).toFixed(3)} false/min ${perMinute(s).toFixed(2)} (${s.hits}+${s.missed}) off ${(1000 * quantile(s.off, 0.5)).toFixed(1)} ms`
const lines: Record<string, () => string> = {}

lines.steady = () =>
  F(frames(held(SEED, 5, 1.5, (k) => ({ unsteadyCents: 4, breathDb: -45, detuneCents: 7 * k - 20 }))))
lines.weak = () => {
  const pieces: Piece[] = []
  const norm = (a: number[]) =>
    a.map((v) => (v * Math.sqrt(0.96)) / Math.sqrt(a.reduce((x, y) => x + y * y, 0)))
  for (let m = 34; m <= 96; m++) {
    const hz = hzOfMidi(m)
    pieces.push(
      additive(hz, [0.2, ...norm([1, 0.8, 0.5, 0.3, 0.2])]),
      additive(hz, [0.2, ...norm([1, 0.1, 0.8, 0.1, 0.5])]),
      additive(hz, [0.7, 0, 0.55, 0, 0.4, 0, 0.25, 0, 0.1]),
    )
  }
  let right = 0
  for (const p of pieces) {
    const tone = longTone(hear(p).report)
    if (tone && Math.abs(1200 * Math.log2(tone.hz / p.truth.hz[500]!)) < 50 && tone.lengthS > 0.85) right++
    else console.log('   ', p.name, tone?.hz, tone?.lengthS)
  }
  return `${right} of ${pieces.length} notes; ${F(frames(pieces))}`
}
lines.repeated = () =>
  F(
    frames(
      ALL.flatMap((id, i) =>
        [4, 6, 8].map((r, k) => strokes(id, SEED + 10 * i + k, { rateHz: r, count: 12 }, { breathDb: -45 })),
      ),
    ),
  )
lines.runs = () =>
  F(
    frames(
      ALL.flatMap((id, i) =>
        [6, 8, 10].flatMap((r, k) => [run(id, SEED + i + k, r), run(id, SEED + i + k, r, 'tongue')]),
      ),
    ),
  )
lines.airy = () => F(frames(held(SEED, 4, 1.5, () => ({ breathDb: -13, unsteadyCents: 4 }))))
lines.hnr = () => {
  const off: number[] = []
  let answered = 0
  let count = 0
  for (const db of [-45, -39, -33, -27, -21, -15, -12])
    for (const p of held(SEED - db, 3, 1.2, () => ({ breathDb: db }))) {
      const truth = p.truth.hnrDb!
      if (truth > 30.5 || truth < -0.5) continue
      count++
      const tone = longTone(hear(p).report)
      if (!tone) continue
      answered++
      off.push(tone.hnrDb - truth)
      if (process.env.WORST && Math.abs(tone.hnrDb - truth) > 0.5)
        console.log('   ', p.name, truth.toFixed(1), tone.hnrDb.toFixed(1))
    }
  return `bias ${quantile(off, 0.5).toFixed(2)} dB, 95 % within ${quantile(off.map(Math.abs), 0.95).toFixed(2)}, answered ${answered} of ${count}`
}
lines.vibrato = () => {
  const off: number[] = []
  for (const depth of [5, 12, 20, 35])
    for (const rate of [4.5, 6])
      for (const p of held(SEED + depth, 3, 2.5, () => ({
        wobble: { depthCents: depth, rateHz: rate, depthDb: 1 },
        breathDb: -45,
      }))) {
        const tone = longTone(hear(p).report)
        off.push((tone?.wobble.depthCents ?? 0) - depth)
        if (process.env.WORST && Math.abs(off.at(-1)!) > 1)
          console.log('   ', p.name, depth, rate, tone?.wobble.depthCents, tone?.lengthS)
      }
  return `depth: bias ${quantile(off, 0.5).toFixed(2)}, 95 % within ${quantile(off.map(Math.abs), 0.95).toFixed(2)} cents`
}
lines.waver = () => {
  const off: number[] = []
  for (const depth of [8, 15, 25])
    for (const p of held(SEED + depth, 3, 4, () => ({
      wobble: { depthCents: depth, rateHz: 1 },
      breathDb: -45,
    }))) {
      const tone = longTone(hear(p).report)
      off.push((tone?.waver.depthCents ?? 0) - depth)
    }
  return `depth: bias ${quantile(off, 0.5).toFixed(2)}, 95 % within ${quantile(off.map(Math.abs), 0.95).toFixed(2)} cents`
}
lines.sag = () => {
  const off: number[] = []
  let inside = 0
  let told = 0
  for (const sag of [-30, -12, 8, 20])
    for (const dynamics of ['swell', 'dip'] as const)
      for (const p of held(SEED + sag + 50, 2, 4, () => ({
        dynamics,
        rangeDb: 14,
        sagCents: sag,
        unsteadyCents: 3,
        breathDb: -42,
      }))) {
        const tone = longTone(hear(p).report)
        if (!tone) continue
        off.push(tone.sagCents - sag)
        if (tone.loudness.centsPerDb === null) continue
        told++
        if (Math.abs(tone.loudness.centsPerDb - sag / 14) <= tone.loudness.plusMinus!) inside++
      }
  return `sag: bias ${quantile(off, 0.5).toFixed(2)}, half within ${quantile(off.map(Math.abs), 0.5).toFixed(2)}, 95 % within ${quantile(off.map(Math.abs), 0.95).toFixed(2)} cents; interval holds ${pct(inside, told).toFixed(0)} % of ${told}`
}
lines.squeaks = () => {
  const s = noEvents()
  let partial = 0
  ALL.forEach((id, i) => {
    for (let k = 0; k < 6; k++) {
      const random = seeded(SEED + 31 * i + k)
      const ratio = random.pick([3, 4, 5, 2.7, 3.6])
      const written = noteName(Math.min(parseNote(someNote(id, random)).midi, 76))
      const lengthS = random.between(0.08, 0.3)
      const p = play({
        instrument: id,
        seed: SEED + k,
        notes: [
          {
            written,
            lengthS: 2.5,
            happens: [{ kind: 'squeak', atS: random.between(0.5, 1.6), lengthS, ratio }],
          },
          { written, lengthS: 1.5, begins: 'tongue' },
        ],
        manner: { unsteadyCents: 5, breathDb: -42, wobble: { depthCents: 10, rateHz: 5 } },
      })
      const { report } = hear(p)
      const was = s.hits
      scoreEvents(
        p.truth.happened!.map((h) => h.startS),
        report.squeaks.map((q) => q.startS),
        0.06,
        p.samples.length / RATE,
        s,
      )
      if (s.hits > was && report.squeaks[0]!.partial === (Number.isInteger(ratio) ? ratio : 0)) partial++
      if (process.env.WORST && (s.hits === was || report.squeaks.length > 1))
        console.log(
          '   ',
          p.name,
          written,
          ratio,
          lengthS.toFixed(2),
          JSON.stringify(report.squeaks),
          JSON.stringify(report.cracks),
        )
    }
  })
  return `${E(s)} partial right ${partial} of ${s.hits}`
}
lines.attacks = () => {
  const s = noEvents()
  const kinds: Record<string, string> = {}
  ALL.forEach((id, i) => {
    for (const [k, kind] of (['cracked', 'late', 'airy', 'squeak', 'clean'] as const).entries()) {
      const random = seeded(SEED + 17 * i + k)
      const notes: PhraseNote[] = Array.from({ length: 4 }, (_, n) => ({
        written: noteName(Math.min(parseNote(someNote(id, random)).midi, 78)),
        lengthS: 1.2,
        begins: 'tongue',
        gapS: 0.25,
        ...(n % 2 === 1 &&
          kind !== 'clean' && {
            attack: {
              kind,
              lengthMs: random.between(60, 120),
              ratio: kind === 'cracked' ? random.pick([2, 3]) : 5,
            },
          }),
      }))
      const p = play({ instrument: id, seed: SEED + k, notes, manner: { unsteadyCents: 5, breathDb: -42 } })
      const { report } = hear(p)
      const heard = report.notes.filter((n) => n.start.quality !== 'clean')
      const truth = p.truth.attacks!
      scoreEvents(
        truth.map((a) => a.timeS),
        heard.map((n) => n.startS),
        0.15,
        p.samples.length / RATE,
        s,
      )
      for (const a of truth) {
        const n = report.notes.find((n) => Math.abs(n.startS - a.timeS) < 0.15)
        const key = `${a.kind}→${n?.start.quality ?? 'no note'}`
        kinds[key] = String(Number(kinds[key] ?? 0) + 1)
      }
      if (process.env.WORST)
        for (const n of heard)
          if (!truth.some((a) => Math.abs(a.timeS - n.startS) < 0.15))
            console.log('   false', p.name, n.start, n.startS)
    }
  })
  return `${E(s)} ${JSON.stringify(kinds)}`
}
lines.noise = () => {
  const by: Record<string, FrameScore> = {}
  const s = noFrames()
  for (const p of noises(SEED)) {
    const { track } = hear(p)
    scoreFrames(track.timeS, track.hz, p.truth.hz, s)
    scoreFrames(track.timeS, track.hz, p.truth.hz, (by[p.name] ??= noFrames()))
  }
  return `voiced ${pct(s.falsely, s.unvoiced).toFixed(2)} % ${Object.entries(by)
    .map(([n, b]) => `${n} ${pct(b.falsely, b.unvoiced).toFixed(2)}`)
    .join(', ')}`
}
lines.around = () => {
  const manner = (k: number): Manner => ({ unsteadyCents: 4, breathDb: -45, detuneCents: 7 * k - 20 })
  return [
    F(frames(held(SEED, 3, 1.5, manner, { pinkDb: -12 }))),
    F(frames(held(SEED, 3, 1.5, manner, { room: { decayS: 0.8, wetDb: -8 } }))),
    F(frames(held(SEED, 3, 1.5, manner, { hum: { hz: 50, db: -24 } }))),
    F(frames(held(SEED, 3, 1.5, manner, { clicks: { perMinute: 90, db: 0 } }))),
  ]
    .map((t, i) => `\n     ${['pink', 'room', 'hum', 'metronome'][i]}: ${t}`)
    .join('')
}
const strokeScore = (pieces: Piece[], s = noEvents()) => {
  for (const p of pieces) {
    const { report } = hear(p)
    const was = { ...s }
    scoreEvents(
      p.truth.strokes!.map((x) => x.timeS),
      report.onsets.filter((o) => o.kind !== 'slurred').map((o) => o.timeS),
      0.05,
      p.samples.length / RATE,
      s,
    )
    if (process.env.WORST && s.missed - was.missed + (s.falsely - was.falsely) > 0)
      console.log(
        '   ',
        p.name,
        'missed',
        s.missed - was.missed,
        'false',
        s.falsely - was.falsely,
        'of',
        p.truth.strokes!.length,
      )
  }
  return s
}
lines.strokes = () => {
  const s = noEvents()
  strokeScore(
    ALL.flatMap((id, i) =>
      [2, 4, 6, 8, 10].map((r, k) =>
        strokes(id, SEED + 10 * i + k, { rateHz: r, count: 14 }, { breathDb: -45, unsteadyCents: 4 }),
      ),
    ),
    s,
  )
  const separate = E(s)
  const plain = strokeScore(
    ALL.flatMap((id, i) =>
      [2, 4, 6, 8, 10].map((r, k) =>
        strokes(
          id,
          SEED + 10 * i + k + 500,
          { rateHz: r, count: 14, depthDb: [3, 10] },
          { breathDb: -45, unsteadyCents: 4 },
        ),
      ),
    ),
  )
  return `separate ${separate}; legato ${E(plain)}`
}
lines.hard = () => {
  const parts: [string, Manner, Phrase['around']?, object?][] = [
    ['vibrato', { wobble: { depthCents: 15, rateHz: 5, depthDb: 1 }, breathDb: -42 }],
    ['swell', { dynamics: 'swell', rangeDb: 16, breathDb: -42 }],
    ['breath', { breathDb: -22 }],
    ['noise', { breathDb: -42 }, { pinkDb: -20 }],
    ['room', { breathDb: -42 }, { room: { decayS: 0.6, wetDb: -12 } }],
    ['double', { breathDb: -42 }, undefined, { double: true }],
    ['slurs', { breathDb: -42 }, undefined, { slurEvery: 4 }],
  ]
  const whole = noEvents()
  const text = parts.map(([name, manner, around, more], j) => {
    const s = noEvents()
    const pieces = ALL.flatMap((id, i) =>
      [3, 5, 7].map((r, k) =>
        strokes(
          id,
          SEED + 10 * i + k + 900 + 77 * j,
          { rateHz: more && 'double' in more ? r + 4 : r, count: 14, depthDb: [2, 6], ...more },
          manner,
          around,
        ),
      ),
    )
    strokeScore(pieces, s)
    for (const key of ['hits', 'missed', 'falsely', 'seconds'] as const) whole[key] += s[key]
    return `\n     ${name}: ${E(s)}`
  })
  return `${E(whole)}${text.join('')}`
}
lines.shallow = () =>
  E(
    strokeScore(
      ALL.flatMap((id, i) =>
        [3, 5].map((r, k) =>
          strokes(
            id,
            SEED + 10 * i + k + 1500,
            { rateHz: r, count: 14, depthDb: [2, 4.5] },
            { breathDb: -45, unsteadyCents: 4 },
          ),
        ),
      ),
    ),
  )
lines.heldfalse = () => {
  const s = noEvents()
  strokeScore(
    held(SEED, 3, 4, (k) => ({
      wobble: { depthCents: 10 + 8 * k, rateHz: 4.5 + 0.7 * k, depthDb: 1.5 },
      breathDb: -35,
    })),
    s,
  )
  const vib = E(s)
  const t = strokeScore(
    held(SEED, 3, 4, () => ({ dynamics: 'swell', rangeDb: 18, unsteadyCents: 8, breathDb: -30 })),
  )
  const u = strokeScore(ALL.flatMap((id, i) => [3, 6].map((r) => run(id, SEED + i, r))))
  const keys = held(SEED, 2, 4, () => ({ breathDb: -40 })).map((p, i) => {
    const c = keyClicks(p.samples.length, seeded(SEED + i))
    return { ...p, samples: p.samples.map((v, k) => v + 0.5 * c[k]!) }
  })
  return `vibrato ${vib}; swells ${E(t)}; slurs ${E(u)}; keys ${E(strokeScore(keys))}`
}
lines.rate = () => {
  const rate: number[] = []
  const even: number[] = []
  const bias = noEvents()
  ALL.forEach((id, i) => {
    for (const [k, r] of [3, 5, 7].entries())
      for (const legato of [false, true]) {
        const p = strokes(
          id,
          SEED + 10 * i + k + 40,
          { rateHz: r, count: 20, jitterMs: 8, ...(legato && { depthDb: [5, 10] as const }) },
          { breathDb: -45 },
        )
        const { report } = hear(p)
        const t = p.truth.strokes!.map((x) => x.timeS).slice(1)
        const gaps = t.slice(1).map((x, j) => x - t[j]!)
        const m = gaps.reduce((a, b) => a + b, 0) / gaps.length
        const sd = Math.sqrt(gaps.reduce((a, b) => a + (b - m) ** 2, 0) / gaps.length)
        rate.push(report.tongue.rateHz ? Math.abs(report.tongue.rateHz * m - 1) : 1)
        even.push(report.tongue.jitterMs === null ? 99 : Math.abs(report.tongue.jitterMs - 1000 * sd))
        if (process.env.WORST && even.at(-1)! > 3)
          console.log('   ', p.name, legato, sd * 1000, report.tongue)
        scoreEvents(
          t,
          report.onsets.map((o) => o.timeS),
          0.05,
          1,
          bias,
        )
      }
  })
  const b = bias.off.map((x) => 1000 * x)
  return `rate 95 % within ${(100 * quantile(rate, 0.95)).toFixed(2)} %, evenness 95 % within ${quantile(even, 0.95).toFixed(2)} ms, onsets bias ${quantile(b, 0.5).toFixed(2)} ms, 95 % within ${quantile(b.map(Math.abs), 0.95).toFixed(1)}`
}
lines.between = () => {
  const parts: [string, number, number][] = [
    ['40–130 ms', 40, 130],
    ['25–40 ms', 25, 40],
  ]
  return parts
    .map(([name, low, high]) => {
      const s = noEvents()
      let pitch = 0
      const length: number[] = []
      ALL.forEach((id, i) => {
        for (let k = 0; k < 4; k++) {
          const random = seeded(SEED + 13 * i + k + low)
          const base = Math.min(parseNote(someNote(id, random, 5)).midi, 79)
          const top = id.includes('chanter') ? base : base
          const notes: PhraseNote[] = Array.from({ length: 6 }, (_, n) => ({
            written: noteName(top + (n % 2 ? 2 : 0)),
            lengthS: 0.5,
            begins: n ? 'slur' : 'tongue',
            ...(n > 0 && {
              between: {
                written: noteName(top + random.pick([-1, 1, 3, 4])),
                lengthMs: random.between(low, high),
              },
            }),
          }))
          let p: Piece
          try {
            p = play({ instrument: id, seed: SEED + k, notes, manner: { unsteadyCents: 4, breathDb: -45 } })
          } catch {
            return
          }
          const { report } = hear(p)
          const one = scoreEvents(
            p.truth.between!.map((b) => b.startS),
            report.between.map((b) => b.startS),
            0.03,
            p.samples.length / RATE,
          )
          s.hits += one.hits
          s.missed += one.missed
          s.falsely += one.falsely
          s.seconds += one.seconds
          s.off.push(...one.off)
          for (const [a, b] of one.pairs) {
            const t = p.truth.between![a]!
            const h = report.between[b]!
            if (Math.abs(12 * Math.log2(h.hz / hzOfMidi(t.midi))) < 0.5) pitch++
            length.push(h.lengthMs - t.lengthMs)
          }
          if (process.env.WORST && one.missed + one.falsely)
            console.log(
              '   ',
              p.name,
              JSON.stringify(
                p.truth.between!.map((b) => [b.startS.toFixed(2), b.lengthMs.toFixed(0), b.midi.toFixed(1)]),
              ),
              JSON.stringify(report.between.map((b) => [b.startS.toFixed(2), b.lengthMs, b.written])),
              report.notes.map((n) => n.written + n.startS.toFixed(2)).join(' '),
            )
        }
      })
      return `\n     ${name}: ${E(s)} pitch right ${pct(pitch, s.hits).toFixed(1)} % length bias ${quantile(length, 0.5).toFixed(1)} 95 % within ${quantile(length.map(Math.abs), 0.95).toFixed(1)} ms`
    })
    .join('')
}
lines.frames = () => F(all)

for (const [name, line] of Object.entries(lines)) {
  if (only && !only.split(',').includes(name)) continue
  const t = performance.now()
  console.log(`${name.padEnd(10)} ${line()}  [${((performance.now() - t) / 1000).toFixed(0)} s]`)
}
void trackPitch
export type { SoundReport }
