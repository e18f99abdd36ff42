import type { School } from './choice.ts'

export const ATTITUDE: School = {
  id: 'attitude',
  about: 'Numbers',
  choices: [
    { id: 'race', words: 'Race one’s own last number' },
    { id: 'observe', words: 'Observe without judging: no numbers to beat' },
  ],
}
export const INTAKE: School = {
  id: 'intake',
  about: 'Breathing in',
  choices: [
    { id: 'silent', words: 'Silent from the beginning' },
    { id: 'loud', words: 'Loud and huge at first' },
  ],
}
export const SUPPORT: School = {
  id: 'support',
  about: 'Support',
  choices: [
    { id: 'belly', words: 'Belly named and trained' },
    { id: 'back', words: 'Into the back; the diaphragm isn’t spoken of' },
    { id: 'body', words: 'Let the body show it' },
  ],
}
export const TONE_START: School = {
  id: 'tone-start',
  about: 'Start of a long tone',
  choices: [
    { id: 'tongued', words: 'Tongued like everything else' },
    { id: 'air', words: 'With air alone' },
  ],
}
export const DYNAMICS: School = {
  id: 'dynamics',
  about: 'Dynamics',
  choices: [
    { id: 'after-forte', words: 'Only after a healthy, open forte' },
    { id: 'from-start', words: 'From the start' },
  ],
}
export const OVERTONES: School = {
  id: 'overtones',
  about: 'Overtone work',
  choices: [
    { id: 'slurred', words: 'Slurred first' },
    { id: 'tongued', words: 'Lightly tongued as soon as nothing cracks' },
  ],
}
/** How alternates are chosen: three ways that teachers hold to. */
export const ALTERNATES: School = {
  id: 'alternates',
  about: 'Choosing among alternate fingerings',
  choices: [
    { id: 'simplest', words: 'Fewest, simplest motions' },
    { id: 'tone', words: 'Best tone and tuning first' },
    { id: 'standard', words: 'Standard, unless a finger would slide' },
  ],
}

/** What every family shares. */
export const EVERYBODYS: readonly School[] = [ATTITUDE, INTAKE, SUPPORT, TONE_START, DYNAMICS, ALTERNATES]
