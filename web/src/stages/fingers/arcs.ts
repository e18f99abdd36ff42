/** A move of this week as an arc. */
export interface Arc {
  from: string
  to: string
  clean: number
  tries: number
  /** Few of its changes were clean. */
  fails: boolean
}

/** A note of the map: where it stands, in the drawing's own units. */
interface Place {
  x: number
  y: number
}
/** Words on the map: their box. */
export interface Words {
  x: number
  y: number
  width: number
  height: number
}
/** Counts of neighbouring arcs stand above each other, not on each other. */
const [LABEL_WIDTH, LABEL_HEIGHT] = [56, 15]

/** Whether a count at (x, y), its baseline, would stand on some words. */
const covers = (w: Words, x: number, y: number) =>
  x + LABEL_WIDTH / 2 > w.x &&
  x - LABEL_WIDTH / 2 < w.x + w.width &&
  y > w.y &&
  y - LABEL_HEIGHT < w.y + w.height

/**
 * Moves as arcs between their notes, wide where they fail, each with a place for its count; arcs whose notes aren't on the map are
 * left out.
 * @param placeOf where a written note stands
 * @param radius of a note's mark
 * @param words that stand on the map already: counts are moved up from them
 */
export function arcsOver<P extends Place>(
  arcs: readonly Arc[],
  placeOf: (written: string) => P | undefined,
  radius: number,
  words: readonly Words[] = [],
) {
  const placed: Place[] = []
  return arcs.flatMap((arc) => {
    const [a, b] = [placeOf(arc.from), placeOf(arc.to)]
    if (!a || !b) return []
    const top = Math.min(a.y, b.y) - 30 - Math.abs(a.x - b.x) * 0.12
    const x = (a.x + b.x) / 2
    let y = Math.max(12, top * 0.75 + Math.min(a.y, b.y) * 0.25 - 8)
    while (
      placed.some((p) => Math.abs(p.x - x) < LABEL_WIDTH && Math.abs(p.y - y) < LABEL_HEIGHT) ||
      words.some((w) => covers(w, x, y))
    )
      y -= LABEL_HEIGHT
    placed.push({ x, y })
    return [
      {
        ...arc,
        path: `M ${a.x} ${a.y - radius} C ${a.x} ${top}, ${b.x} ${top}, ${b.x} ${b.y - radius}`,
        x,
        y,
        width: 1.6 + 6 * (1 - arc.clean / Math.max(1, arc.tries)),
      },
    ]
  })
}
