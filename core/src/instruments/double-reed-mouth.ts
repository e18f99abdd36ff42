import { sign } from './../evidence/index.ts'
import { cause, mouth, SORE } from './mouth.ts'
import { DOUBLE_ORDER } from './mouth-orders.ts'

/** What can be wrong at the mouth of oboe and bassoon. @param reed the part sounded alone @param jaw what it does */
const double = (reed: string, jaw: string) =>
  mouth(
    [
      cause('bite', 'Biting', 'often', `${jaw} Say a dark “oh” around the reed.`, SORE),
      cause(
        'much',
        'Too much reed',
        'now and then',
        'Only the tip: draw it out until it goes flat and small, then a hair in.',
      ),
      cause(
        'little',
        'Too little reed',
        'seldom',
        'A hair more reed, until it gets loud and wild; then back.',
      ),
      cause(
        'loose',
        'Lips too loose',
        'now and then',
        'Lips round and even from all sides, as around a pencil held level.',
      ),
      cause(
        'slow',
        'Too little air',
        'now and then',
        'Fast air, little of it: blow long on one spot of the hand first.',
      ),
      cause(
        'stale',
        'Stale air not let out',
        'now and then',
        'Out first, then in: breathe out at every rest before the new breath.',
      ),
      cause('reed', 'The reed', 'often', `Crow the ${reed} alone: what it can’t do there, it can’t do here.`),
      cause('tension', 'Body tense', 'seldom', 'Put it down, shoulders up and let fall, half the length.'),
    ],
    [
      sign('corners-back', 'Corners pulled back', { bite: 'often', loose: 'now and then' }, 'seldom'),
      sign('sees-much', 'Much reed in the mouth', { much: 'almost always' }, 'almost never'),
      sign(
        'sees-little',
        'Lips only at the very tip',
        { little: 'almost always', loose: 'seldom' },
        'almost never',
      ),
      sign('cheeks', 'Cheeks blown up', { loose: 'now and then', stale: 'seldom', slow: 'seldom' }, 'seldom'),
      sign(
        'red',
        'Red in the face, bursting',
        { stale: 'almost always', bite: 'now and then', reed: 'now and then', tension: 'now and then' },
        'seldom',
      ),
      sign('lips-out', 'Lips not rolled in', { loose: 'often', bite: 'now and then' }, 'seldom'),
    ],
    [
      sign(
        'no-sound',
        'No sound, only air',
        { reed: 'often', slow: 'often', loose: 'now and then', bite: 'now and then' },
        'seldom',
      ),
      sign(
        'wild',
        'Wild, sharp, shrill',
        { much: 'almost always', bite: 'now and then', reed: 'seldom' },
        'seldom',
      ),
      sign(
        'choked',
        'Strangled, stops',
        { bite: 'almost always', reed: 'now and then', stale: 'now and then' },
        'almost never',
      ),
      sign('sagging', 'Sags or wobbles', { loose: 'often', slow: 'often', tension: 'often' }, 'seldom'),
      sign(
        'late',
        'Speaks late',
        { reed: 'often', slow: 'often', bite: 'now and then', little: 'now and then' },
        'seldom',
      ),
      sign(
        'gasps',
        'Out of breath though there is air',
        { stale: 'almost always', reed: 'seldom' },
        'almost never',
      ),
    ],
    [
      sign('crow-free', 'The reed crows freely', { reed: 'almost never' }, 'almost always', {
        ask: `The ${reed} alone: does it crow freely?`,
        seconds: 15,
      }),
      sign(
        'jaw-down',
        'Letting the jaw down frees it',
        { bite: 'almost always', much: 'seldom', loose: 'almost never' },
        'seldom',
        { ask: 'One long note, and let the jaw down a little: does it open up?', seconds: 10 },
      ),
      sign('less-in', 'A hair less reed helps', { much: 'almost always', little: 'almost never' }, 'seldom', {
        ask: 'A hair less reed: calmer?',
        seconds: 10,
      }),
      sign('out-first', 'Breathing out first helps', { stale: 'almost always' }, 'seldom', {
        ask: 'Breathe out fully, then in, then play: better?',
        seconds: 12,
      }),
      sign('more-air', 'Faster air helps', { slow: 'almost always', loose: 'seldom' }, 'seldom', {
        ask: 'The same again with faster air: better?',
        seconds: 8,
      }),
    ],
    {
      ends: [
        { id: 'reed', words: 'Reed in the mouth', little: 'only the very tip', much: 'far in' },
        {
          id: 'lip',
          words: 'Lip pressure',
          little: 'so loose that it sags',
          much: 'pinched, just before it stops',
        },
        { id: 'air', words: 'Air', little: 'as slow as it still sounds', much: 'as fast as it goes' },
      ],
      high: 'High: biting or too much reed; or a reed that is closed or dry. Jaw down, a hair less reed.',
      low: 'Low: too loose or slow air; or a reed that is open or sodden. Even lips, faster air.',
      look: ['Lips over both rows of teeth', 'Round, even pressure', 'Corners forward', 'Shoulders low'],
      order: DOUBLE_ORDER,
    },
  )
export const OBOE_MOUTH = double('reed', 'Jaw down inside closed lips.')
export const BASSOON_MOUTH = double('reed on the crook', 'Jaw lower and further back.')
