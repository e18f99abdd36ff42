/** One thing that may be the cause, or several in one: how much is believed of it at each level, and where it ends. */
export interface Source {
  id: string
  words: string
  /** A word or two, for the beginning of a stream. */
  short: string
  /** What colour it has: what it belongs to. */
  tone: string
  /** px across, where it ends. */
  endX: number
  /** At each level, 0 to 1; over all sources they make 1. */
  shares: readonly number[]
}
/** What was said or tried, and how it went. */
export interface Level {
  label: string
  how: string
}
/** A stream as drawn, px: its outline, and where it begins and what is left of it before it falls to its end. */
export interface Flow {
  source: Source
  path: string
  head: { middle: number; width: number }
  foot: { middle: number; width: number }
  share: number
}

export interface FlowSpace {
  /** px: where the streams lie at first, and how far across all of them reach. */
  left: number
  width: number
  /** px down: the levels, one after the other; the last is where they begin to fall. */
  levels: readonly number[]
  endY: number
}

const GAP = 4
/** A stream that nobody believes in is still a line. */
const LEAST = 1.5
/** Half of what a stream is wide where it ends: of a certain cause, and of one that is hardly believed. */
const END = { most: 12, least: 1.5 } as const

/**
 * Streams from above to where each ends, in the order of their ends, so that none crosses another on its way.
 * @param sources shares at as many levels as `space` has
 * @example flow(sources, { left: 0, width: 900, levels: [0, 80], endY: 200 })[0].foot.width
 */
export function flow(sources: readonly Source[], space: FlowSpace): Flow[] {
  const inOrder = [...sources].sort((a, b) => a.endX - b.endX)
  const left = space.levels.map(() => space.left)
  return inOrder.map((source): Flow => {
    const spans = space.levels.map((y, k) => {
      const from = left[k]!
      const to = from + (source.shares[k] ?? 0) * space.width
      left[k] = to
      return { y, from, to: Math.max(from + LEAST, to - GAP) }
    })
    const share = source.shares.at(-1) ?? 0
    const end = END.least + (END.most - END.least) * Math.min(1, share)
    const bend = (x: number, y: number, toX: number, toY: number) => {
      const half = (y + toY) / 2
      return `C${x} ${half} ${toX} ${half} ${toX} ${toY}`
    }
    const last = spans.at(-1)!
    const down = spans
      .map((s, k) => (k ? bend(spans[k - 1]!.from, spans[k - 1]!.y, s.from, s.y) : `M${s.from} ${s.y}`))
      .join('')
    const up = [...spans]
      .reverse()
      .map((s, k, all) => (k ? bend(all[k - 1]!.to, all[k - 1]!.y, s.to, s.y) : ''))
      .join('')
    const fall = bend(last.from, last.y, source.endX - end, space.endY)
    const rise = bend(source.endX + end, space.endY, last.to, last.y)
    const at = ({ from, to }: { from: number; to: number }) => ({ middle: (from + to) / 2, width: to - from })
    return {
      source,
      path: `${down}${fall}L${source.endX + end} ${space.endY}${rise}${up}Z`,
      head: at(spans[0]!),
      foot: at(last),
      share,
    }
  })
}
