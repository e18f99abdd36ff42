import { seeded } from '@halitus/core/player'
import { lineOf, type NoteVerdict, type Part, type Played } from '@halitus/core/tune'

/** A take of a line with what became of each written note. */
export interface Take {
  played: Played[]
  told: NoteVerdict[]
  bpm: number
}

/** How often a player errs, each a share of the notes. */
const ERRS = { wrong: 0.04, missing: 0.03, repeated: 0.03, skips: 0.006, backs: 0.006, stops: 0.01 } as const

/**
 * Somebody plays a line at 0.7 to 1.3 of its tempo, unevenly, with other notes, notes left out (time goes on or closes up),
 * notes twice, bars skipped, a bar or two again, and stops.
 */
export function takeOf(part: Part, seed: number, asked: number): Take {
  const r = seeded(seed)
  const bpm = asked * r.between(0.7, 1.3)
  const { notes } = lineOf(part)
  const told: NoteVerdict[] = notes.map(() => 'missing')
  const played: Played[] = []
  let at = r.between(0.3, 3)
  let back = -1
  for (let i = 0; i < notes.length; i++) {
    const n = notes[i]!
    const seconds = (n.duration * 60) / bpm
    const span = ((n.duration + n.rest) * 60) / bpm
    const late = 0.025 * r.normal()
    const play = (midi: number) => {
      played.push({
        onsetS: Math.max(0, at + late),
        durationS: seconds * r.between(0.7, 0.98),
        midi: midi + 0.08 * r.normal(),
      })
    }
    if (i > back) {
      if (r.chance(ERRS.skips) && i + 12 < notes.length) {
        // On to another bar, without a word.
        const to = notes.findIndex((x, j) => j > i + 3 && x.measure > n.measure)
        if (to > 0) i = to
        if (to > 0) continue
      }
      if (r.chance(ERRS.missing)) {
        if (r.chance(0.6)) at += span
        continue
      }
    }
    const wrong = i > back && r.chance(ERRS.wrong)
    play(wrong ? n.midi + r.pick([-2, -1, 1, 2, 3, 12]) : n.midi)
    const before = told[i]
    told[i] = wrong
      ? 'wrong'
      : before === 'right' || before === 'wrong' || before === 'repeated'
        ? 'repeated'
        : 'right'
    at += span
    if (i > back && !wrong && r.chance(ERRS.repeated)) {
      play(n.midi)
      told[i] = 'repeated'
      at += span
    }
    if (r.chance(ERRS.stops)) at += r.between(0.6, 3)
    if (i > back && r.chance(ERRS.backs) && i > 8) {
      const from = notes.findIndex((x) => x.measure === Math.max(0, n.measure - (r.chance(0.5) ? 1 : 0)))
      if (from >= 0 && from < i) {
        back = i
        i = from - 1
        at += r.between(0.2, 1.5)
      }
    }
  }
  return { played, told, bpm }
}
