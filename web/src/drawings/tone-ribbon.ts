import { midiOfHz } from '@halitus/core/pitch'

/** A tone that was held on another day: to the same scale and start. */
export interface EarlierTone {
  label: string
  lengthS: number
  /** Even in time, cents from its note; empty where only its length is known. */
  cents: readonly (number | null)[]
}
/** A tone as it is or was heard: pitch and loudness over time, as far as `count`; while it grows the arrays may stay the same. */
export interface Tone {
  timeS: ArrayLike<number>
  hz: ArrayLike<number>
  db: ArrayLike<number>
  count: number
  /** Semitone number (sounding) that the band lies around. */
  centreMidi: number | undefined
  a4Hz: number
  bandCents: number
  squeaks?: readonly { startS: number; endS: number }[] | undefined
}
/** Which seconds lie where, px. */
export interface Across {
  width: number
  left: number
  right: number
  /** Where the tone begins, s, and how many seconds are shown. */
  beginS: number
  shownS: number
  targetS: number | undefined
}
/** What is painted with: colours by their tokens, letters in the page's own. */
export interface Brush {
  g: CanvasRenderingContext2D
  colour: (token: string) => string
  write: (size: number, weight: number, token: string, align: CanvasTextAlign) => void
}

/** px: the tone's own part, half its band, a row of earlier tones, the scale of seconds. */
export const TONE = 190
const HALF_BAND = 42
export const ROW = 31
export const SCALE = 26
/** Pitch is drawn as far as this many bands from the note: beyond is another note. */
const REACH = 2.1
/** Softer is thinner: from this level, dB, to the loudest, as half of the ribbon's width, px. */
const LOUD = { from: -50, to: -5, least: 2.5, most: 27 } as const
/** Points of the ribbon lie so far apart, px. */
const STEP = 1.5
const MID = TONE / 2 + 4

const xOf = ({ left, right, beginS, shownS }: Across, s: number) =>
  left + ((s - beginS) / shownS) * (right - left)

/** A canvas made ready: of its size, wiped, in CSS px. @returns undefined where nothing can be painted */
export function brushOf(el: HTMLCanvasElement | undefined, width: number, height: number): Brush | undefined {
  const g = el?.getContext('2d')
  if (!el || !g || !width) return undefined
  const ratio = window.devicePixelRatio || 1
  const size = [Math.round(width * ratio), Math.round(height * ratio)] as const
  // Another size costs a new picture; while a tone grows the same one is wiped.
  if (el.width !== size[0] || el.height !== size[1]) [el.width, el.height] = size
  g.setTransform(ratio, 0, 0, ratio, 0, 0)
  g.clearRect(0, 0, width, height)
  g.textBaseline = 'middle'
  const style = getComputedStyle(el)
  const known = new Map<string, string>()
  const colour = (token: string) => {
    const value = known.get(token) ?? style.getPropertyValue(token).trim()
    known.set(token, value)
    return value
  }
  return {
    g,
    colour,
    write: (size, weight, token, align) => {
      g.font = `${weight} ${size}px ${style.fontFamily}`
      g.fillStyle = colour(token)
      g.textAlign = align
    },
  }
}

/** The tone: its band, the ribbon with the pitch inside, squeaks, the aim. */
export function paintTone({ g, colour, write }: Brush, tone: Tone, across: Across): void {
  const { left, right, targetS } = across
  const { bandCents } = tone
  g.fillStyle = colour('--cane')
  g.fillRect(left, MID - HALF_BAND, right - left, 2 * HALF_BAND)
  g.strokeStyle = colour('--cane-edge')
  g.lineWidth = 1
  g.beginPath()
  g.moveTo(left, MID)
  g.lineTo(right, MID)
  g.stroke()
  write(14, 400, '--soft', 'right')
  g.fillText(`+${bandCents}`, left - 8, MID - HALF_BAND + 6)
  g.fillText(`−${bandCents}`, left - 8, MID + HALF_BAND - 6)
  const runs = tone.centreMidi === undefined ? [] : runsOf(tone, tone.centreMidi, across)
  for (const run of runs) {
    g.fillStyle = colour('--air-fill')
    g.globalAlpha = 0.65
    g.beginPath()
    run.forEach((p, i) => (i ? g.lineTo(p.x, p.y - p.half) : g.moveTo(p.x, p.y - p.half)))
    for (let i = run.length - 1; i >= 0; i--) g.lineTo(run[i]!.x, run[i]!.y + run[i]!.half)
    g.fill()
    g.globalAlpha = 1
    g.strokeStyle = colour('--ink')
    g.lineWidth = 4
    g.lineJoin = 'round'
    g.lineCap = 'round'
    g.beginPath()
    run.forEach((p, i) => (i ? g.lineTo(p.x, p.y) : g.moveTo(p.x, p.y)))
    g.stroke()
  }
  const tip = runs.findLast((run) => run.length)?.at(-1)
  if (tip) {
    g.fillStyle = colour('--brass-on-wood')
    g.lineWidth = 3
    g.beginPath()
    g.arc(tip.x, tip.y, 8, 0, 2 * Math.PI)
    g.fill()
    g.stroke()
  }
  // A note that shouldn't be there leaps out of the line.
  g.strokeStyle = colour('--lacquer')
  g.lineWidth = 4
  for (const s of tone.squeaks ?? []) {
    const [from, to] = [xOf(across, s.startS), Math.max(xOf(across, s.endS), xOf(across, s.startS) + 10)]
    g.beginPath()
    g.moveTo(from, MID)
    g.quadraticCurveTo((from + to) / 2, -MID * 0.7, to, MID)
    g.stroke()
  }
  if (targetS === undefined) return
  const post = xOf(across, across.beginS + targetS)
  g.fillStyle = colour('--brass')
  g.fillRect(post - 2, 22, 4, TONE - 22)
  const room = post + 80 < right
  write(18, 650, '--brass-text', room ? 'left' : 'right')
  g.fillText(`aim ${targetS}`, post + (room ? 10 : -10), 14)
}

/** Pitch and loudness as points; far outside is another note or a squeak: the ribbon breaks instead of shooting across. */
function runsOf(
  { timeS, hz, db, count, a4Hz, bandCents }: Tone,
  centreMidi: number,
  across: Across,
): { x: number; y: number; half: number }[][] {
  const most = REACH * bandCents
  const runs: { x: number; y: number; half: number }[][] = [[]]
  for (let i = 0; i < count; i++) {
    const run = runs.at(-1)!
    const cents = hz[i]! > 0 ? 100 * (midiOfHz(hz[i]!, a4Hz) - centreMidi) : NaN
    if (!(Math.abs(cents) < 2 * most)) {
      if (run.length) runs.push([])
      continue
    }
    // Two hundred points a second lie closer than can be seen: one for each pixel and the last.
    const x = xOf(across, timeS[i]!)
    const before = run.at(-1)
    if (before && x < before.x + STEP && i < count - 1) continue
    const loud = Math.max(0, Math.min(1, (db[i]! - LOUD.from) / (LOUD.to - LOUD.from)))
    run.push({
      x,
      y: MID - (Math.max(-most, Math.min(most, cents)) * HALF_BAND) / bandCents,
      half: LOUD.least + loud * (LOUD.most - LOUD.least),
    })
  }
  return runs
}

/** Earlier tones below it, and the seconds. */
export function paintBelow(
  { g, colour, write }: Brush,
  rows: readonly EarlierTone[],
  bandCents: number,
  across: Across,
): void {
  const { left, beginS, shownS, targetS } = across
  rows.forEach((row, k) => {
    const cy = ROW * (k + 0.5)
    const cents = row.cents.length ? row.cents : [0, 0]
    const px = (i: number) => xOf(across, beginS + (row.lengthS * i) / (cents.length - 1))
    const py = (i: number) => cy - Math.max(-9, Math.min(9, ((cents[i] ?? 0) * HALF_BAND * 0.3) / bandCents))
    g.lineJoin = 'round'
    for (const [line, thick] of [
      ['--air-wash', 10],
      ['--soft', 1.8],
    ] as const) {
      // Where only the length is known, nothing is said of the pitch.
      if (line === '--soft' && !row.cents.length) continue
      g.strokeStyle = colour(line)
      g.lineWidth = thick
      g.lineCap = 'butt'
      g.beginPath()
      cents.forEach((_, i) => (i ? g.lineTo(px(i), py(i)) : g.moveTo(px(i), py(i))))
      g.stroke()
    }
    write(15, 400, '--soft', 'right')
    g.fillText(row.label, left - 8, cy)
    write(17, 600, '--soft', 'left')
    g.fillText(row.lengthS.toFixed(1), px(cents.length - 1) + 9, cy)
  })
  const foot = ROW * rows.length
  write(14, 400, '--soft', 'center')
  const every = shownS > 30 ? 10 : shownS > 12 ? 5 : 1
  for (let s = 0; s <= shownS; s += every) g.fillText(`${s}`, xOf(across, beginS + s), foot + SCALE - 10)
  if (targetS === undefined) return
  g.fillStyle = colour('--brass')
  g.fillRect(xOf(across, beginS + targetS) - 2, 0, 4, foot)
}
