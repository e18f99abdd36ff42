import { afterEach, expect, test, vi } from 'vitest'
import { breathe } from '../src/http/index.ts'

const busy = (ms: number) => {
  const until = performance.now() + ms
  while (performance.now() < until);
}

test('of many things that wait, the event loop does a few milliseconds’ worth, then turns', async () => {
  let turns = 0
  const turning = () => {
    turns++
    again = setImmediate(turning)
  }
  let again = setImmediate(turning)
  const doneAt: number[] = []
  await Promise.all(
    Array.from({ length: 20 }, async () => {
      await breathe()
      busy(6)
      doneAt.push(turns)
    }),
  )
  clearImmediate(again)
  const inOneTurn = doneAt.map((turn) => doneAt.filter((t) => t === turn).length)
  expect(doneAt).toHaveLength(20)
  // After two of six milliseconds ten are over.
  expect(Math.max(...inOneTurn)).toBeLessThanOrEqual(2)
})

afterEach(() => vi.restoreAllMocks())
const turn = () => new Promise((resolve) => setImmediate(resolve))

test.each([
  [0, false],
  [10, false],
  [10.1, true],
])('after %d ms of one turn whoever asks waits for the next: %s', async (ms, waits) => {
  await turn()
  // A clock of its own: a slow moment of this machine changes nothing.
  let now = 5000
  vi.spyOn(performance, 'now').mockImplementation(() => now)
  let turned = false
  setImmediate(() => (turned = true))
  for (let k = 0; k < 100; k++) await breathe()
  now += ms
  await breathe()
  expect(turned).toBe(waits)
  await turn()
})
