import { describe, expect, it } from 'vitest'
import { answersUntilChanged } from '../src/db/index.ts'

/** A state that is written to, and how often something was made of it. */
function house() {
  let written = 0
  let made = 0
  const answers = answersUntilChanged(() => Promise.resolve(String(written)))
  return {
    write: () => void written++,
    made: () => made,
    ask: (during?: () => void) =>
      answers.part('sum', () => {
        made++
        const value = `of state ${written}`
        during?.()
        return Promise.resolve(value)
      }),
  }
}

describe('what is derived', () => {
  it('is made once for all who ask the same of the same state, and once more after a write', async () => {
    const { ask, write, made } = house()
    const all = await Promise.all(Array.from({ length: 20 }, () => ask()))
    expect(new Set(all)).toEqual(new Set(['of state 0']))
    expect(made()).toBe(1)
    expect(await ask()).toBe('of state 0')
    expect(made()).toBe(1)
    write()
    expect(await Promise.all([ask(), ask()])).toEqual(['of state 1', 'of state 1'])
    expect(made()).toBe(2)
  })
  it('isn’t kept when somebody wrote while it was being made', async () => {
    const { ask, write, made } = house()
    await ask(write)
    expect(await ask()).toBe('of state 1')
    expect(made()).toBe(2)
    expect(await ask()).toBe('of state 1')
    expect(made()).toBe(2)
  })
  it('that failed is made anew by the next one who asks', async () => {
    const { ask } = house()
    const failing = ask(() => {
      throw new Error('away')
    })
    await expect(failing).rejects.toThrow('away')
    expect(await ask()).toBe('of state 0')
  })
  it('lets others have their turn before it is made', async () => {
    const { ask, made } = house()
    const asked = ask()
    await Promise.resolve().then(() => Promise.resolve())
    expect(made()).toBe(0)
    await asked
    expect(made()).toBe(1)
  })
})
