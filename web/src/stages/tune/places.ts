/** A rectangle on the drawing, px. */
export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}
/** Where everything of an engraved part lies, px from the drawing’s corner. */
export interface Places {
  width: number
  height: number
  /** Heads by their index in the line; absent where they aren’t drawn. */
  notes: Map<number, Box & { x: number; y: number; system: number }>
  bars: Map<number, Box & { system: number }>
  systems: Box[]
}

/** A box of the page as one of the drawing. */
const boxIn = (root: DOMRect, of: DOMRect): Box => ({
  left: of.left - root.left,
  top: of.top - root.top,
  right: of.right - root.left,
  bottom: of.bottom - root.top,
})

/** Reads places off the drawn picture: the engraver alone knows where it put things. */
export function placesIn(svg: SVGSVGElement, frame: Element): Places {
  const root = frame.getBoundingClientRect()
  const places: Places = {
    width: root.width,
    height: root.height,
    notes: new Map(),
    bars: new Map(),
    systems: [],
  }
  svg.querySelectorAll('g.system').forEach((system, s) => {
    const staffs: Box[] = []
    for (const measure of system.querySelectorAll<SVGGElement>('g.measure')) {
      // The five lines alone: slurs and words would stretch it.
      const lines = [...(measure.querySelector('g.staff')?.children ?? [])].filter(
        (e) => e.tagName === 'path',
      )
      if (!lines.length) continue
      const boxes = lines.map((l) => boxIn(root, l.getBoundingClientRect()))
      const box = {
        left: boxes[0]!.left,
        right: boxes[0]!.right,
        top: Math.min(...boxes.map((b) => b.top)),
        bottom: Math.max(...boxes.map((b) => b.bottom)),
      }
      staffs.push(box)
      const m = /^m(\d+)$/.exec(measure.id)?.[1]
      if (m) places.bars.set(Number(m), { ...box, system: s })
      for (const note of measure.querySelectorAll<SVGGElement>('g.note')) {
        const n = /^n(\d+)$/.exec(note.id)?.[1]
        const head = note.querySelector('.notehead') ?? note
        if (!n) continue
        const b = boxIn(root, head.getBoundingClientRect())
        places.notes.set(Number(n), { ...b, x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2, system: s })
      }
    }
    if (staffs.length)
      places.systems.push({
        left: staffs[0]!.left,
        right: staffs.at(-1)!.right,
        top: staffs[0]!.top,
        bottom: staffs[0]!.bottom,
      })
  })
  return places
}

/** A moment of a note, on the drawing: so far on the way to the next head, or to the rest before it. @param share of its length, 0 to 1 */
export function placeAt(
  places: Places,
  index: number,
  share: number,
  { duration, rest, measure }: { duration: number; rest: number; measure?: number } = {
    duration: 1,
    rest: 0,
  },
): { x: number; system: number } | undefined {
  const here = places.notes.get(index)
  if (!here) return undefined
  const next = places.notes.get(index + 1)
  // Where the next one isn’t drawn, its own bar is where it ends.
  const { right } = (measure !== undefined && places.bars.get(measure)) || places.systems[here.system]!
  const end = next && next.system === here.system ? next.left - 4 : right - 6
  const sounding = duration / Math.max(1e-6, duration + rest)
  return { x: here.x + share * sounding * Math.max(0, end - here.x), system: here.system }
}

/** A ribbon that narrows from full to what is left: where it begins and ends in each system it runs through. */
export function ribbonPieces(
  places: Places,
  stretch: { from: number; to: number; seconds: number },
  left: number,
): { system: number; x0: number; x1: number; from: number; to: number }[] {
  const pieces: { system: number; x0: number; x1: number; from: number; to: number }[] = []
  const total = Math.max(1, stretch.to - stretch.from + 1)
  for (let n = stretch.from; n <= stretch.to; n++) {
    const note = places.notes.get(n)
    if (!note) continue
    const end = placeAt(places, n, 0.9)!.x
    const share = (k: number) => 1 - (1 - left) * (k / total)
    const last = pieces.at(-1)
    if (last?.system === note.system) {
      last.x1 = end
      last.to = share(n - stretch.from + 1)
    } else
      pieces.push({
        system: note.system,
        x0: note.left - 8,
        x1: end,
        from: share(n - stretch.from),
        to: share(n - stretch.from + 1),
      })
  }
  return pieces
}
