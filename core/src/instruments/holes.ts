import type { ToneHole } from './types.ts'

/** A tone hole standing open until one of `movedBy` closes it. */
export function openHole(id: string, atMm: number, diameterMm: number, ...movedBy: string[]): ToneHole {
  return { id, atMm, diameterMm, rest: 'open', role: 'tone', movedBy }
}

/** A tone hole kept closed until one of `movedBy` opens it. */
export function closedHole(id: string, atMm: number, diameterMm: number, ...movedBy: string[]): ToneHole {
  return { id, atMm, diameterMm, rest: 'closed', role: 'tone', movedBy }
}

/** A small opening kept closed until one of `movedBy` opens it, so that another register speaks. */
export function ventHole(id: string, atMm: number, diameterMm: number, ...movedBy: string[]): ToneHole {
  return { id, atMm, diameterMm, rest: 'closed', role: 'vent', movedBy }
}
