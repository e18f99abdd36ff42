import { Refusal } from '../errors/index.ts'
import { finite, id, strict, words } from '../fields/index.ts'
import { prettyNote } from '../pitch/index.ts'
import { kindOf } from './kind.ts'

const shown = (about: string) => {
  try {
    return prettyNote(about)
  } catch {
    return about
  }
}

/** The teacher overrules the ladder: this is aimed at until something is measured again. */
export const target = kindOf(
  strict({ goal: id(), about: words(40), value: finite().min(-10_000).max(10_000) }),
)({
  kind: 'target',
  title: 'Target',
  stages: ['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune'],
  check(inst, { goal, about, value }, goalOf) {
    const found = goalOf(goal)
    if (!found)
      throw new Refusal(
        'invalid',
        `data.goal is “${goal}”; nothing of that kind can be aimed at.`,
        'data.goal',
      )
    found.checkAbout(about, inst)
    const [low, high] = found.limits
    if (value < low || value > high)
      throw new Refusal(
        'invalid',
        `data.value is ${value}; allowed: ${low} to ${high} ${found.unit}.`,
        'data.value',
      )
  },
  noted: ({ about, value }) => `Target for ${shown(about)} set to ${value}`,
  line: () => null,
})
