import type { SetupPhase, SetupStep } from './types.ts'

type Faults = [id: string, what: string, effect: string][]
interface More {
  tolerance?: string
  caution?: string
  sequences?: SetupStep['sequences']
}

/** A step of common practice; for both sequences unless told otherwise. */
export function step(
  id: string,
  phase: SetupPhase,
  title: string,
  look: string,
  faults: Faults,
  more: More = {},
): SetupStep {
  return {
    id,
    phase,
    sequences: more.sequences ?? ['first', 'full'],
    title,
    look,
    faults: faults.map(([fault, what, effect]) => ({ id: fault, what, effect })),
    source: 'common practice',
    ...(more.tolerance && { tolerance: more.tolerance }),
    ...(more.caution && { caution: more.caution }),
  }
}

const FULL: More = { sequences: ['full'] }
/** Only when the whole instrument is set up. */
export const full = (more: More = {}): More => ({ ...more, ...FULL })
/** Only while the smallest sounding part is. */
export const first = (more: More = {}): More => ({ ...more, sequences: ['first'] })

/** What every instrument shares. */
export const caseStep = step(
  'case',
  'materials',
  'Case flat, label up',
  'On the floor or a table, latches towards the player. Take out only what today needs, then close it.',
  [['case-on-lap', 'Case on the lap or upside down', 'Parts roll out; keys bend.']],
  { caution: 'Reeds, screws and grease lids are small enough to swallow: out of little children’s reach.' },
)

/**
 * The check of what must be at hand.
 * @param things what this instrument needs beside stand, mirror, pencil and card
 */
export const listStep = (things: string) =>
  step('list', 'materials', 'Everything at hand', `${things}, stand, mirror, pencil, the week’s card.`, [
    ['no-card', 'Card forgotten', 'Nobody knows what was practised.'],
    ['something-missing', 'Something missing from the list', 'The lesson stops for it halfway.'],
  ])

export const seatStep = step(
  'seat',
  'hold',
  'Front half of the chair',
  'Both feet flat, back long, shoulders low; standing, at reading distance.',
  [
    ['slumped', 'Slumped or leaning back', 'Short breath, the tone sinks at the end.'],
    ['shoulders', 'Shoulders raised', 'Tight throat, strangled tone.'],
  ],
  { caution: 'Pain in thumb, wrist or neck: stop and rest. If it lasts, see a doctor or hand therapist.' },
)

/** A single reed on its mouthpiece, the same on clarinet and saxophone. */
export const singleReedSteps: SetupStep[] = [
  step(
    'soak',
    'reed',
    'Soak the reed',
    'Held by the thick end, about 30 seconds a side, until the tip lies flat.',
    [
      ['dry', 'Dry tip', 'Air hisses, the tone starts late, may squeak.'],
      ['wavy', 'Wavy tip', 'Leaks and hisses; soak it, press it flat, and let it dry flat afterwards.'],
      ['chipped', 'Chipped or split tip', 'Shrieks at the start; replace it.'],
    ],
    {
      tolerance: 'about 30 s a side',
      caution:
        'Reeds and mouthpieces are personal. Clean and dry between users; follow your local health rules.',
    },
  ),
  step(
    'reed-height',
    'reed',
    'Tip level with the mouthpiece',
    'From the front: level, or a hair of mouthpiece above the reed. From behind: no reed beyond the rail.',
    [
      ['high', 'Reed stands above', 'Hard to start, stuffy, squeaks when soft.'],
      ['low', 'Reed too low', 'Thin and buzzy, closes up when loud.'],
    ],
    { tolerance: 'level to a hair below' },
  ),
  step(
    'reed-side',
    'reed',
    'Reed centred, flat side down',
    'Both side rails show the same narrow line.',
    [
      ['off-centre', 'Shifted or tilted', 'Chirps, mostly on soft starts and leaps.'],
      ['wrong-side', 'Round side down', 'No tone at all, only air.'],
    ],
    {
      tolerance: 'equal rails left and right',
    },
  ),
  step(
    'ligature',
    'reed',
    'Ligature over the thick part',
    'Below the line, screws to the player’s right, just tight.',
    [
      ['too-high', 'Over the cut of the reed', 'Chokes the tone.'],
      ['too-tight', 'Screws forced', 'Dull, slow to speak; the reed warps.'],
      ['upside-down', 'Upside down', 'Won’t slide on, scratches the reed.'],
      [
        'too-loose',
        'So loose that the reed slides',
        'It slips into the chamber: no sound, take it off and begin again.',
      ],
    ],
    { caution: 'No force: a ligature that resists is the wrong way round.' },
  ),
  step(
    'look-again',
    'reed',
    'Look once more from both sides',
    'Tightening moves the reed. Front: both rails alike, tip level. Back: no reed beyond the mouthpiece.',
    [
      [
        'moved',
        'Shifted while it was tightened',
        'Chirps on soft starts: loosen a little, straighten, tighten.',
      ],
      ['one-rail', 'More rail on one side', 'One corner leaks: squeaks on leaps.'],
    ],
    { tolerance: 'equal rails, level tip' },
  ),
]

/**
 * The mouth on a single reed.
 * @param look what this family's teachers look for
 * @param faults what only this family gets wrong
 */
export const mouthStep = (look: string, ...faults: Faults) =>
  step(
    'mouth',
    'hold',
    'Mouth: reed, chin, corners',
    look,
    [
      ['too-little', 'Too little mouthpiece in the mouth', 'Thin and small; stops when blown harder.'],
      ['too-much', 'Too much mouthpiece in the mouth', 'Harsh, honks, squeaks.'],
      ['chin-bunched', 'Chin bunched up', 'Weak and flat; high notes don’t come.'],
      ['cheeks', 'Cheeks puffed', 'Pitch and tone waver.'],
      ['biting', 'Biting', 'Strangled and sharp; stops when squeezed.'],
      ...faults,
    ],
    { caution: 'Sore lip, jaw or teeth: rest. Braces and loose teeth: ask the dentist.' },
  )

/** Taking apart, the way back: the same for every instrument but for what to hold and what to mind. */
export const apartStep = (look: string, ...faults: Faults) =>
  step('apart', 'after', 'Taken apart the way it went together', look, faults)
export const REED_OFF: Faults[number] = [
  'reed-dragged',
  'Reed dragged off sideways',
  'Its tip chips. Loosen, lift straight, thumb on the reed.',
]
export const TWISTED_BY_KEYS: Faults[number] = [
  'by-keys',
  'Twisted by keys or rods',
  'They bend: notes stop speaking.',
]
