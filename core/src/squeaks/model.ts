import type { HowLikely, Model, Outcome, Question } from '../evidence/index.ts'
import type { Group, SqueakCause } from './cause.ts'
import { knowledgeKey, knowledgeOf, type KnownBy } from './knowledge.ts'
import { PAIRS } from './pairs.ts'
import type { Letter } from './cause.ts'
import type { Check, Observation } from './terms.ts'

const WORDS: Record<Letter, HowLikely> = {
  n: 'almost never',
  s: 'seldom',
  w: 'now and then',
  o: 'often',
  a: 'almost always',
}
/** What is likely when something else isn't. */
const ELSE: Record<Letter, HowLikely> = {
  n: 'almost always',
  s: 'often',
  w: 'now and then',
  o: 'seldom',
  a: 'almost never',
}
/**
 * What a complaint is where a cause doesn't name it: unknown rather than nearly impossible, for one gap must not outweigh three
 * clues (chosen on cases told in words). And the share of causes that nobody thought of (chosen by Halitus).
 */
const UNNAMED: Letter = 's'
const OTHER_SHARE = 0.06
/** From so many weeks of playing on the later likelihood counts (chosen by Halitus). */
const GROWN_WEEKS = 18
/** To look or ask takes so long, s (chosen by Halitus). */
const LOOK_S = 5
/** A second of a check that cures, and of one that tells player from equipment, counts more (chosen by Halitus). */
const CURES = 1.3
const PARTS = 1.3

export const COMPLAINT = 'complaint'
export const PARTIAL = 'partial'
export const BETTER = 'better'
/** How a check went, by one tap. */
export const OUTCOMES = [
  { id: BETTER, words: 'Better' },
  { id: 'same', words: 'The same' },
  { id: 'worse', words: 'Worse' },
] as const

/** The same, by id. */
export const TRIED_AS = OUTCOMES.map((o) => o.id)

/**
 * What tells player, reed and instrument apart says the same of all causes of a group: how likely it gets better. The smallest
 * part alone is fine where the fault lies below it, and isn't where mouth or reed are at fault; who else plays it, or what
 * else is played, clears one of the two. A cause that says otherwise itself is right. Common practice, no source; the letters are
 * chosen by Halitus.
 */
const BY_GROUP: Readonly<Record<string, Readonly<Record<Group, Letter>>>> = {
  'small-part': {
    fingers: 'a',
    vent: 'a',
    instrument: 'a',
    body: 'o',
    tongue: 's',
    air: 's',
    mouth: 's',
    reed: 'n',
  },
  'teacher-plays': {
    fingers: 'a',
    vent: 'a',
    mouth: 'a',
    air: 'a',
    tongue: 'a',
    body: 'a',
    reed: 's',
    instrument: 'n',
  },
  'other-instrument': {
    instrument: 'a',
    reed: 'o',
    vent: 's',
    fingers: 's',
    body: 's',
    mouth: 'n',
    air: 'n',
    tongue: 'n',
  },
  'swap-reed': {
    reed: 'a',
    mouth: 's',
    air: 's',
    instrument: 'n',
    fingers: 'n',
    vent: 'n',
    tongue: 'n',
    body: 'n',
  },
}

/**
 * What each cause shows, by id: what stands with it, and what all of its group say of what tells groups apart.
 * @example showsOf(cause).get('shriek') // 'o'
 */
export const showsOf = (cause: Pick<SqueakCause, 'shows' | 'group'>): Map<string, Letter> =>
  new Map([
    ...Object.entries(BY_GROUP).map(([check, letters]) => [check, letters[cause.group]] as const),
    ...cause.shows.split(' ').map((s) => s.split(':') as [string, Letter]),
  ])

type Shows = readonly { id: string; shows: Map<string, Letter> }[]
/** An outcome's likelihoods, read from what the causes show. */
const outcome = (
  id: string,
  words: string,
  about: string,
  otherwise: HowLikely,
  all: Shows,
  read: (letter: Letter) => HowLikely,
): Outcome => ({
  id,
  words,
  under: Object.fromEntries(
    all.flatMap((c) => {
      const letter = c.shows.get(about)
      return letter === undefined ? [] : [[c.id, read(letter)]]
    }),
  ),
  otherwise,
})

/** A way to ask for something that can be seen or is known. */
export const asking = ({ group, words }: Observation): string => {
  const lower = words.charAt(0).toLowerCase() + words.slice(1)
  return group === 'seen' ? `Look: ${lower}?` : group === 'known' ? `Is it so: ${lower}?` : `Is it ${lower}?`
}

const observed = (o: Observation, all: Shows): Question => ({
  id: o.id,
  ask: asking(o),
  seconds: LOOK_S,
  outcomes: [outcome(o.id, o.words, o.id, WORDS[o.otherwise], all, (l) => WORDS[l])],
})

/** A change of technique that goes against the cause makes it worse now and then; any other check hardly ever. */
const tried = (c: Check, all: Shows): Question => ({
  id: c.id,
  ask: c.ask,
  seconds: c.seconds,
  worth: (c.cures ? CURES : 1) * (c.parts ? PARTS : 1),
  outcomes: [
    outcome(BETTER, `Better: ${c.ask}`, c.id, WORDS[c.otherwise], all, (l) => WORDS[l]),
    {
      ...outcome('same', `The same: ${c.ask}`, c.id, ELSE[c.otherwise], all, (l) => ELSE[l]),
      takesBoth: true,
    },
    outcome('worse', `Worse: ${c.ask}`, c.id, 'almost never', all, (l) =>
      c.cures && !c.parts && l === 'n' ? 'now and then' : 'almost never',
    ),
  ],
})

/**
 * The remedy of a cause, tried: a check that is the cure, and ends the search where it was that.
 * @param belief that it is that, 0 to 1: a second of a likely cure is worth more
 */
export const remedying = (c: Pick<SqueakCause, 'id' | 'remedy'>, belief = 0): Question => ({
  id: `${TRY}${c.id}`,
  ask: c.remedy,
  seconds: REMEDY_S,
  worth: ENDS * (UNLIKELY + belief),
  outcomes: [
    {
      id: BETTER,
      words: `Better: ${c.remedy}`,
      under: { [c.id]: 'almost always' },
      otherwise: 'almost never',
    },
    {
      id: 'same',
      words: `The same: ${c.remedy}`,
      under: { [c.id]: 'almost never' },
      otherwise: 'almost always',
      takesBoth: true,
    },
    { id: 'worse', words: `Worse: ${c.remedy}`, under: {}, otherwise: 'almost never' },
  ],
})
/** What a remedy's id begins with; how long one takes, s; and how much more its second counts, the more it is believed (chosen by Halitus). */
export const TRY = 'try-'
const REMEDY_S = 20
const ENDS = 1.6
const UNLIKELY = 1

/**
 * A partial near the note's own (second to fourth: the tube in another register) or far from it (the reed by itself, or
 * edge tones): what a jump and what a shriek is by ear. Common practice, no source.
 */
const partial = (all: Shows): Question => ({
  id: PARTIAL,
  outcomes: [
    outcome(
      'near',
      'A near partial sounded: the tube in another register',
      'jumps-up',
      'seldom',
      all,
      (l) => WORDS[l],
    ),
    outcome(
      'far',
      'A far partial sounded: the reed or the edge by itself',
      'shriek',
      'seldom',
      all,
      (l) => WORDS[l],
    ),
  ],
})

const MODELS = new Map<string, Model>()
/**
 * What is known of a family as beliefs can be made from it: priors for somebody who has played for some weeks.
 * @param weeks of playing, 0 or more
 */
export function modelOf(inst: KnownBy, weeks: number): Model {
  const grown = weeks >= GROWN_WEEKS
  const key = `${knowledgeKey(inst)} ${grown}`
  const known = MODELS.get(key)
  if (known) return known
  const { complaints, observations, causes, checks } = knowledgeOf(inst)
  const all = causes.map((c) => ({ id: c.id, shows: showsOf(c) }))
  const here = new Set(causes.map((c) => c.id))
  const model: Model = {
    causes: causes.map((c) => ({ id: c.id, words: c.words, usual: WORDS[c.usual[grown ? 1 : 0]] })),
    pairs: PAIRS.filter((p) => p.both.every((id) => here.has(id))),
    questions: [
      {
        id: COMPLAINT,
        outcomes: complaints.map((c) =>
          outcome(c.id, c.words, c.id, WORDS[UNNAMED], all, (l) => WORDS[l]),
        ) as unknown as Question['outcomes'],
      },
      partial(all),
      ...observations.map((o) => observed(o, all)),
      ...checks.map((c) => tried(c, all)),
    ],
    otherShare: OTHER_SHARE,
  }
  MODELS.set(key, model)
  return model
}
