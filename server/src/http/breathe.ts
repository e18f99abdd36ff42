/** What waits is done in one go for so long; then whatever has come in gets its turn, ms (chosen by Halitus). */
const GO_MS = 10
/** When the present turn of the event loop was first asked about, ms; undefined once it is over. */
let began: number | undefined
/** Whoever may go on, in the order in which they asked. */
const waiting: (() => void)[] = []
let going = false

function isLong(): boolean {
  const now = performance.now()
  if (began === undefined) {
    began = now
    setImmediate(() => (began = undefined))
  }
  return now - began > GO_MS
}

function next(): void {
  if (isLong()) return void setImmediate(next)
  const goOn = waiting.shift()
  going = goOn !== undefined
  goOn?.()
  // A tick asked for from within a microtask comes when there are no more of them: when all that could be done was done.
  if (goOn) queueMicrotask(() => process.nextTick(next))
}

/** Waits for the next turn of the event loop: for what is done in bulk, while others wait. */
export const nextTurn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))

/**
 * Waits for the next turn of the event loop if this one has lasted long enough. A database file answers without ever
 * letting go of the loop: without this, fifty requests that come in at once would be done in one go.
 * @returns once it may go on; one after the other, each when the one before has done all that it can do without waiting
 */
export function breathe(): Promise<void> {
  return new Promise((resolve) => {
    waiting.push(resolve)
    if (going) return
    going = true
    next()
  })
}
