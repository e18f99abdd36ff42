import type { Instrument } from '../instruments/index.ts'
import { parseNote } from '../pitch/index.ts'
import { airOf } from './air.ts'
import { LOOSE, openUnder, type Key } from './faults.ts'
import { intentOf, sounding } from './predict.ts'

/** Notes nearer than this aren't told apart, cents: about what prediction and ear may differ by (chosen by Halitus). */
const TELLING = 12
/** So many of the likeliest faults are to be told apart. */
const RIVALS = 6

/**
 * The note to hear next: where what the likeliest faults would sound lies furthest apart, each pair counting by how likely
 * both are. Only of the first two registers: further up a small hole does what no model knows.
 * @param faults the likeliest first, as `faultsOver` gives them; alike where nothing says how likely
 * @param except notes that were heard already
 * @returns the written note and how far apart the first two faults lie there, cents; null where no note tells any apart
 */
export function tellingNote(
  inst: Instrument,
  faults: readonly (Key & { likelihood?: number })[],
  except: readonly string[] = [],
): { written: string; cents: number } | null {
  const air = airOf(inst)
  const [low, high] = inst.range.beginner.map((n) => parseNote(n).midi) as [number, number]
  const rivals = faults.slice(0, RIVALS)
  const told = air.system.chart
    .filter((f) => f.kind === 'standard' && f.register <= 2 && !except.includes(f.written))
    .filter((f) => parseNote(f.written).midi >= low && parseNote(f.written).midi <= high)
    .flatMap((f) => {
      const intent = [intentOf(inst, f.written, LOOSE)]
      const hz = rivals.map(
        (key) =>
          sounding(
            air,
            air.table.fingers(openUnder(air, f.touches, key)),
            key.fault === 'register' ? [] : intent,
          ).reduce((x, y) => (y.likelihood > x.likelihood ? y : x), { hz: NaN, likelihood: 0 }).hz,
      )
      const apart = (i: number, j: number) => Math.abs(1200 * Math.log2(hz[i]! / hz[j]!))
      if (hz.some(Number.isNaN)) return []
      let tells = 0
      let most = 0
      for (let j = 1; j < rivals.length; j++)
        for (let i = 0; i < j; i++) {
          const weight = (rivals[i]!.likelihood ?? 1) * (rivals[j]!.likelihood ?? 1)
          // How seldom two normal errors would hide the difference; further apart than that tells no more.
          tells += weight * (1 - Math.exp(-0.5 * (apart(i, j) / (2 * TELLING)) ** 2))
          most = Math.max(most, apart(i, j))
        }
      return most > TELLING ? [{ written: f.written, cents: rivals[1] ? apart(0, 1) : 0, tells }] : []
    })
  const most = Math.max(...told.map((t) => t.tells))
  const heard = except.map((w) => parseNote(w).midi)
  /** Of notes that tell about as much the nearest to what is being played anyway, else where they lie furthest apart. */
  const away = ({ written, cents }: { written: string; cents: number }) =>
    heard.length ? Math.min(...heard.map((m) => Math.abs(m - parseNote(written).midi))) : -cents
  const [best] = told.filter((t) => t.tells >= ABOUT * most).sort((x, y) => away(x) - away(y))
  return best ? { written: best.written, cents: best.cents } : null
}
/** A note tells about as much as another from this share on (chosen by Halitus). */
const ABOUT = 0.95
