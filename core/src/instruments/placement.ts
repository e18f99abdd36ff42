import type { Source } from './source.ts'

/** What of a placement is measured: a distance, an angle, a share. */
export interface Measure {
  id: string
  label: string
  unit: 'mm' | '°' | '%'
  /** What can be entered at all. */
  min: number
  max: number
  step: number
  start: number
  /** Within this it is right. */
  ideal: [number, number]
  below: string
  above: string
  /** mm of tube that one unit adds; 0 where the placement isn't a length. */
  lengthens: number
  /** Where the tube's length is counted from, and that in words: “pushed home”. */
  zero: { at: number; words: string }
}

export interface Gauge {
  id: string
  name: string
  drawing: 'single-reed' | 'ligature' | 'depth' | 'rotation' | 'gap' | 'tip'
  /** What stays (left) and what is moved (right) in the drawing. */
  parts: [string, string]
  measures: Measure[]
  caution?: string
  /** What else to try when this placement has done what it can. */
  beyond?: string
  source: Source
}
