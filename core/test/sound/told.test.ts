import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { playPhrase, type Phrase } from '@halitus/core/player'
import { analyse } from '@halitus/core/sound'
import { heard, TAKES } from './told.ts'

/**
 * What is heard of one take each, as it was heard once and read through against what was played: a number that moves was moved
 * on purpose. How near such numbers are to the truth is measured elsewhere, on many takes.
 */
const HEARD: Record<string, string[]> = {
  'a long tone with vibrato that rises': [
    'G4 0.30–3.31 s 349.2 Hz 0.0 c; steady 12.7 drift 10.5 sag 25.8 range 0.1 dB; noise 36 dB, colour 3.65 13, sure 1.00; vibrato: 18.0 c at 5.0, 0.7 c at 1.8, 0.0 dB at 11.7; begins tongued clean rise 15 off 7 c settled 0; ends stopped fall 30 off -2 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"level"}',
    'onset 0.30 s tongued',
    'stroke 0.30 s – dB – ms 0 c',
    'tongue – Hz – ms',
    'bend {"hz":349,"lowCents":-22,"highCents":20,"lengthS":3}',
  ],
  'a swell that sags, shaking': [
    'A4 0.30–3.69 s 439.9 Hz -0.4 c; steady 5.5 drift -1.8 sag -25.6 range 19.4 dB; noise 31 dB, colour 3.22 -1, sure 1.00; tremor: 0.2 c at 2.2, 0.7 c at 0.5, 1.8 dB at 6.0; begins tongued clean rise 15 off 10 c settled 0; ends tapered fall 120 off 8 c; loudness {"centsPerDb":-1.3,"plusMinus":0.1,"why":null}',
    'onset 0.30 s tongued',
    'stroke 0.30 s – dB – ms 0 c',
    'tongue – Hz – ms',
    'bend {"hz":442,"lowCents":-17,"highCents":2,"lengthS":3}',
  ],
  'notes by air alone, one airy, one cracked': [
    'B4 0.45–1.01 s 489.9 Hz -14.0 c; steady 0.2 drift 0.1 sag 0.0 range 8.8 dB; noise 28 dB, colour 3.18 -5, sure 1.00; null: – c at –, – c at –, – dB at –; begins air airy rise 105 off 0 c settled 155; ends stopped fall 30 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'A4 1.30–2.01 s 436.5 Hz -14.0 c; steady 0.1 drift 0.1 sag 0.0 range 8.8 dB; noise 28 dB, colour 2.09 -6, sure 1.00; null: – c at –, – c at –, – dB at –; begins air cracked rise 90 off 0 c settled 89; ends stopped fall 30 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'G4 2.30–3.21 s 388.8 Hz -14.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.0 dB; noise 28 dB, colour 2.28 -6, sure 1.00; steady: 0.1 c at 8.9, 0.0 c at 2.0, 0.0 dB at 11.1; begins tongued clean rise 15 off 4 c settled 0; ends stopped fall 15 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'crack 1.30–1.39 s 436 to 873 Hz start',
    'onset 0.45 s air',
    'onset 1.30 s air',
    'onset 2.30 s tongued',
    'stroke 2.30 s – dB – ms 0 c',
    'tongue – Hz – ms',
  ],
  'strokes on running air, one with a falling pitch, a finger late': [
    'C4 0.30–0.90 s 233.1 Hz 0.0 c; steady 0.1 drift -0.1 sag 0.0 range 0.0 dB; noise 39 dB, colour 3.15 13, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 15 off 1 c settled 0; ends stopped fall 20 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'C4 0.90–1.49 s 233.1 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.0 dB; noise 39 dB, colour 3.16 13, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 20 off 0 c settled 0; ends stopped fall 15 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'C4 1.50–2.10 s 233.1 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.0 dB; noise 39 dB, colour 3.15 13, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 25 off -6 c settled 0; ends cut fall 0 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'D4 2.17–2.70 s 261.6 Hz 0.1 c; steady 0.1 drift 0.0 sag -0.1 range 0.9 dB; noise 39 dB, colour 3.10 13, sure 1.00; null: – c at –, – c at –, – dB at –; begins slurred clean rise 0 off -1 c settled 0; ends stopped fall 45 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'E4 2.70–3.31 s 293.7 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.0 dB; noise 39 dB, colour 3.13 13, sure 1.00; null: – c at –, – c at –, – dB at –; begins slurred clean rise 25 off -1 c settled 0; ends stopped fall 25 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'between 2.10 s 60 ms E4 0 c',
    'onset 0.30 s tongued',
    'onset 0.90 s tongued 9 dB 35 ms',
    'onset 1.50 s tongued 9 dB 35 ms',
    'onset 2.17 s slurred',
    'onset 2.70 s slurred',
    'stroke 0.30 s – dB – ms 0 c',
    'stroke 0.90 s 9 dB 35 ms 0 c',
    'stroke 1.50 s 9 dB 35 ms 29 c',
    'tongue – Hz – ms',
    'bend {"hz":233,"lowCents":-13,"highCents":0,"lengthS":2}',
  ],
  'a squeak, a slip, a gurgle and a hole in the tone': [
    'D5 0.30–1.51 s 349.2 Hz 0.0 c; steady 4.2 drift -0.3 sag -0.1 range 0.1 dB; noise 35 dB, colour 3.32 -3, sure 1.00; steady: 1.9 c at 5.4, 1.0 c at 1.4, 0.0 dB at 6.3; begins tongued clean rise 15 off 2 c settled 0; ends stopped fall 30 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"level"}',
    'G4 1.80–2.65 s 233.1 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.0 dB; noise 35 dB, colour 3.01 -3, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 15 off 0 c settled 0; ends stopped fall 45 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'G4 2.68–3.00 s 233.1 Hz 0.0 c; steady 0.1 drift 0.1 sag 0.0 range 0.0 dB; noise 35 dB, colour 2.98 -3, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 40 off -1 c settled 0; ends stopped fall 25 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'D5 3.30–4.51 s 349.2 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.1 range 0.1 dB; noise 35 dB, colour 3.18 -3, sure 1.00; steady: 0.0 c at 10.2, 0.0 c at 2.0, 0.0 dB at 6.6; begins tongued clean rise 15 off 2 c settled 0; ends stopped fall 30 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"level"}',
    'E5 4.80–5.58 s 392.0 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.0 dB; noise 35 dB, colour 3.41 -3, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 15 off -1 c settled 0; ends cut fall 0 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'E4 5.58–6.00 s 196.0 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.1 dB; noise 35 dB, colour 3.03 -3, sure 1.00; null: – c at –, – c at –, – dB at –; begins slurred clean rise 0 off 0 c settled 0; ends stopped fall 25 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'squeak 1.00–1.13 s 349 to 943 Hz inside partial 0',
    'gurgle 3.98–4.33 s 349 to 349 Hz',
    'dropout 2.62–2.68 s',
    'onset 0.30 s tongued',
    'onset 1.80 s tongued',
    'onset 2.68 s tongued 35 dB 73 ms',
    'onset 3.30 s tongued',
    'onset 4.80 s tongued',
    'onset 5.58 s slurred',
    'stroke 0.30 s – dB – ms 0 c',
    'stroke 1.80 s – dB – ms 0 c',
    'stroke 2.68 s 35 dB 73 ms 0 c',
    'stroke 3.30 s – dB – ms 0 c',
    'stroke 4.80 s – dB – ms 0 c',
    'tongue 0.89 Hz 385 ms',
  ],
  'a quick scale, slurred, then tongued': [
    'C5 0.30–0.50 s 1046.5 Hz 0.0 c; steady 0.1 drift -0.1 sag 0.0 range 0.0 dB; noise 35 dB, colour 1.60 4, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 20 off 1 c settled 0; ends cut fall 0 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'D5 0.50–0.70 s 1174.6 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.0 dB; noise 34 dB, colour 1.52 4, sure 1.00; null: – c at –, – c at –, – dB at –; begins slurred clean rise 5 off -8 c settled 10; ends cut fall 0 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'E5 0.70–0.91 s 1318.5 Hz 0.0 c; steady 0.1 drift 0.1 sag 0.0 range 0.0 dB; noise 34 dB, colour 1.54 4, sure 0.63; null: – c at –, – c at –, – dB at –; begins slurred clean rise 0 off -8 c settled 10; ends cut fall 0 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'F5 0.91–1.10 s 1396.9 Hz 0.0 c; steady 0.1 drift -0.1 sag 0.0 range 0.0 dB; noise 34 dB, colour 1.60 4, sure 0.63; null: – c at –, – c at –, – dB at –; begins slurred clean rise 0 off 0 c settled 0; ends cut fall 0 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'E5 1.10–1.30 s 1318.5 Hz 0.0 c; steady 0.1 drift -0.1 sag 0.0 range 0.0 dB; noise 34 dB, colour 1.53 4, sure 0.63; null: – c at –, – c at –, – dB at –; begins slurred clean rise 0 off 0 c settled 0; ends cut fall 0 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'D5 1.30–1.51 s 1174.7 Hz 0.0 c; steady 0.1 drift 0.1 sag 0.0 range 0.0 dB; noise 34 dB, colour 1.54 4, sure 1.00; null: – c at –, – c at –, – dB at –; begins slurred clean rise 0 off 3 c settled 5; ends cut fall 5 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'C5 1.51–1.68 s 1046.5 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.1 dB; noise 34 dB, colour 1.63 4, sure 1.00; null: – c at –, – c at –, – dB at –; begins slurred clean rise 0 off 3 c settled 5; ends stopped fall 35 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'C5 1.70–1.88 s 1046.5 Hz 0.0 c; steady 0.0 drift 0.0 sag 0.0 range 0.1 dB; noise 34 dB, colour 1.59 4, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 35 off 3 c settled 0; ends stopped fall 35 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'C5 1.90–2.08 s 1046.5 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.1 dB; noise 35 dB, colour 1.57 4, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 35 off -1 c settled 0; ends stopped fall 35 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'C5 2.10–2.27 s 1046.5 Hz 0.0 c; steady 0.1 drift 0.1 sag 0.0 range 0.1 dB; noise 34 dB, colour 1.59 4, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 35 off -1 c settled 0; ends stopped fall 35 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'C5 2.30–2.47 s 1046.5 Hz 0.0 c; steady 0.1 drift 0.0 sag 0.0 range 0.1 dB; noise 34 dB, colour 1.58 4, sure 1.00; null: – c at –, – c at –, – dB at –; begins tongued clean rise 35 off -2 c settled 0; ends stopped fall 30 off 0 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"short"}',
    'onset 0.30 s tongued',
    'onset 0.50 s slurred',
    'onset 0.70 s slurred',
    'onset 0.91 s slurred',
    'onset 1.10 s slurred',
    'onset 1.30 s slurred',
    'onset 1.51 s slurred',
    'onset 1.70 s tongued 109 dB 34 ms',
    'onset 1.90 s tongued 109 dB 34 ms',
    'onset 2.10 s tongued 109 dB 34 ms',
    'onset 2.30 s tongued 109 dB 34 ms',
    'stroke 0.30 s – dB – ms 0 c',
    'stroke 1.70 s 109 dB 34 ms 0 c',
    'stroke 1.90 s 109 dB 34 ms 0 c',
    'stroke 2.10 s 109 dB 34 ms 0 c',
    'stroke 2.30 s 109 dB 34 ms 0 c',
    'tongue 5.00 Hz 0 ms',
    'bend {"hz":1175,"lowCents":-200,"highCents":300,"lengthS":2}',
  ],
  'a low tone that wanders and sags away': [
    'C3 0.30–3.30 s 130.6 Hz -3.5 c; steady 15.3 drift -11.6 sag 31.4 range 16.9 dB; noise 26 dB, colour 3.60 0, sure 1.00; waver: 9.8 c at 2.2, 15.9 c at 1.0, 0.0 dB at 8.4; begins tongued late rise 25 off -56 c settled 70; ends sagging fall 25 off -53 c; loudness {"centsPerDb":null,"plusMinus":null,"why":"fade"}',
    'onset 0.30 s tongued',
    'stroke 0.30 s – dB – ms 0 c',
    'tongue – Hz – ms',
    'bend {"hz":131,"lowCents":-76,"highCents":7,"lengthS":3}',
  ],
}

describe('what is heard of', () => {
  it.each(Object.keys(TAKES))('%s', (take) => expect(heard(take)).toEqual(HEARD[take]))
})

describe('what a teacher must not be told', () => {
  const RATE = 32000
  const hear = (phrase: Phrase) =>
    analyse(playPhrase({ seed: 3, leadS: 0.3, tailS: 0.3, ...phrase }, RATE).samples, RATE, {
      transposition: instrument(phrase.instrument).transposition,
    })
  it.each([
    ['soprano-recorder', 'C5', 0.2],
    ['flute', 'B4', 0.18],
    ['clarinet', 'G4', 0.24],
    ['alto-sax', 'G4', 0.2],
    ['oboe', 'A4', 0.2],
  ])('%s: quick, cleanly tongued notes come late, or dip in pitch', (instrument, written, lengthS) => {
    const notes = Array.from({ length: 8 }, () => ({ written, lengthS, gapS: 0.05 }))
    const { report, strokes } = hear({ instrument, notes, manner: { breathDb: -45 } })
    expect(report.notes.map((n) => n.start.quality)).toEqual(notes.map(() => 'clean'))
    for (const n of report.notes) expect(n.start.settledMs).toBeLessThanOrEqual(30)
    expect(strokes).toHaveLength(8)
    for (const s of strokes) expect(s.dipCents).toBeLessThan(10)
  })
  it('a pitch that dips in the stroke is level', () => {
    const notes = Array.from({ length: 5 }, (_, k) => ({
      written: 'C4',
      lengthS: 0.5,
      begins: k ? ('stroke' as const) : ('tongue' as const),
      stroke: { depthDb: 12, lengthMs: 60, dipCents: 40 },
    }))
    const { strokes } = hear({ instrument: 'clarinet', notes, manner: { breathDb: -48 } })
    for (const s of strokes.slice(1)) expect(s.dipCents).toBeGreaterThan(25)
  })
  it.each([
    ['swell', 14, -20, 'steady'],
    ['fade', 14, -20, 'steady'],
  ] as const)('a %s whose pitch follows the loudness wavers', (dynamics, rangeDb, sagCents, swing) => {
    const manner = { dynamics, rangeDb, sagCents, breathDb: -48 }
    const [n] = hear({ instrument: 'oboe', notes: [{ written: 'A4', lengthS: 3.5 }], manner }).report.notes
    expect(n!.swing).toBe(swing)
  })
  it('a waver that moves the loudness as well doesn’t', () => {
    const manner = { wobble: { depthCents: 12, rateHz: 0.9, depthDb: 1.5 }, breathDb: -48 }
    const [n] = hear({ instrument: 'oboe', notes: [{ written: 'A4', lengthS: 4 }], manner }).report.notes
    expect(n!.swing).toBe('waver')
    expect(Math.abs(n!.waver.depthCents! - 12)).toBeLessThan(1)
  })
})
