import type { Bore, Section } from './types.ts'

/** Diameter at a place along sections, mm; beyond the ends it is that of the end. */
export function diameterAt(sections: readonly Section[], atMm: number): number {
  const next = sections.findIndex((p) => p.atMm >= atMm)
  const b = sections[next]
  const a = sections[next - 1]
  if (!b) return sections.at(-1)?.diameterMm ?? 0
  if (!a || b.atMm === a.atMm) return b.diameterMm
  return a.diameterMm + ((b.diameterMm - a.diameterMm) * (atMm - a.atMm)) / (b.atMm - a.atMm)
}

/** A tube that grows by more than this from a seventh of its length to six sevenths is a cone (chosen by Halitus). */
const CONE_GROWS = 1.5

/**
 * Which partials a bore has: a cylinder closed by a reed has the odd ones, tubes with an open upper end and cones have
 * all. Source: Fletcher & Rossing, The Physics of Musical Instruments.
 * @example seriesOf(instrument('clarinet').bore) // 'odd'
 */
export function seriesOf(bore: Bore): 'all' | 'odd' {
  if (bore.mouth === 'jet') return 'all'
  const length = bore.endMm - bore.startMm
  const [upper, lower] = [1, 6].map((k) => diameterAt(bore.profile, bore.startMm + (length * k) / 7))
  return lower! / upper! > CONE_GROWS ? 'all' : 'odd'
}
