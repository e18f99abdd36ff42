import { compare, plus, type Fraction } from './fraction.ts'
import type { Head } from './model.ts'

/** A head with what the file says of its ties. */
export interface Tying {
  head: Head
  starts: boolean
  stops: boolean
}

const at = ({ n, d }: Fraction) => `${n}/${d}`

/**
 * Says which heads go on from one before. Pitch alone doesn't tell: another voice may sound the same, and files end ties that
 * never began. Both pitch and the place where the first one ends must fit.
 */
export function joinTies(tyings: readonly Tying[]): void {
  const inOrder = [...tyings].sort((a, b) => compare(a.head.onset, b.head.onset))
  const open = new Map<string, { voice: string }[]>()
  for (const { head, starts, stops } of inOrder) {
    if (head.grace) continue
    if (stops) {
      const waiting = open.get(`${head.midi} ${at(head.onset)}`)
      if (waiting?.length) {
        const own = waiting.findIndex((w) => w.voice === head.voice)
        waiting.splice(Math.max(0, own), 1)
        head.tied = true
      }
    }
    if (starts) {
      const key = `${head.midi} ${at(plus(head.onset, head.duration))}`
      open.set(key, [...(open.get(key) ?? []), { voice: head.voice }])
    }
  }
}
