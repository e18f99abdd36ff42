import { sign } from './../evidence/index.ts'
import { cause, mouth, SORE } from './mouth.ts'
import { SINGLE_ORDER } from './mouth-orders.ts'

/** What can be wrong at the mouth of clarinets and saxophones. @param back held steep, as a clarinet */
const single = (back: boolean) =>
  mouth(
    [
      cause(
        'bite',
        'Biting: pressure from below',
        'often',
        'Thicken the air, then let the jaw down until it growls; stop just before.',
        SORE,
      ),
      cause(
        'loose',
        'Too loose: corners let air past',
        'often',
        'Corners to the middle, as if around a straw; nothing upwards.',
      ),
      cause(
        'teeth-off',
        'Top teeth off the mouthpiece',
        'now and then',
        'Top teeth down on it, with the head’s own weight: then a wiggle moves nothing.',
      ),
      cause(
        'lip-in',
        'Lower lip too far over the teeth',
        'now and then',
        'Roll the lower lip out until half of its red is seen.',
      ),
      cause(
        'lip-out',
        'Lower lip turned out',
        'seldom',
        'Draw the lower lip in over the teeth until half of its red is left.',
      ),
      cause(
        'little',
        'Too little mouthpiece',
        'now and then',
        'A match’s breadth more at a time, until it honks; then a little back.',
      ),
      cause(
        'much',
        'Too much mouthpiece',
        'now and then',
        'A match’s breadth less, until it thins; then a little forward.',
      ),
      cause(
        'puffed',
        'Cheeks puffed',
        'seldom',
        'Blow through the closed corners without the instrument; cheeks flat, then the same with it.',
      ),
      cause(
        'chin',
        'Chin bunched up',
        'now and then',
        'Move the chin down freely and leave it there; only where it won’t go, against a finger.',
      ),
      cause('throat', 'Throat closed', 'seldom', 'Breathe in on a silent yawn and leave it that wide.'),
      cause(
        'slow',
        'Too little air',
        'now and then',
        'Blow a strip of paper level first; the same stream into the instrument.',
      ),
      cause(
        'reed',
        'The reed',
        'now and then',
        'Another reed of the same strength: better at once, then it was the reed.',
      ),
      cause('tension', 'Body tense', 'seldom', 'Put it down, shake hands and neck out, half the length.'),
    ],
    [
      sign(
        'corners-back',
        'Corners pulled back',
        { bite: 'often', loose: 'now and then', chin: 'now and then' },
        'seldom',
      ),
      sign('chin-up', 'Chin bunched', { chin: 'almost always', bite: 'often' }, 'seldom'),
      sign('cheeks', 'Cheeks blown up', { puffed: 'almost always', loose: 'seldom' }, 'almost never'),
      sign('sees-little', 'Only the tip is in', { little: 'almost always' }, 'almost never'),
      sign('sees-much', 'Far in the mouth', { much: 'almost always' }, 'almost never'),
      sign(
        'angle',
        back ? 'Held too flat' : 'Head down, mouthpiece pointing up',
        { bite: 'now and then', little: 'now and then' },
        'seldom',
      ),
      sign(
        'lip-hidden',
        'No red of the lower lip',
        { 'lip-in': 'almost always', bite: 'seldom' },
        'almost never',
      ),
      sign(
        'lip-turned',
        'Lower lip turned out',
        { 'lip-out': 'almost always', loose: 'seldom' },
        'almost never',
      ),
      sign('teeth-away', 'Top teeth don’t touch it', { 'teeth-off': 'almost always' }, 'almost never'),
      sign('leak-corners', 'Air hisses at a corner', { loose: 'almost always', much: 'seldom' }, 'seldom'),
      sign(
        'shoulders-up',
        'Shoulders or neck stiff',
        { tension: 'almost always', throat: 'often', bite: 'now and then' },
        'seldom',
      ),
    ],
    [
      sign(
        'no-sound',
        'No sound, only air',
        { loose: 'often', little: 'now and then', slow: 'often', reed: 'often', bite: 'seldom' },
        'seldom',
      ),
      sign(
        'thin',
        'Thin, weak',
        {
          little: 'often',
          bite: 'now and then',
          chin: 'often',
          throat: 'often',
          slow: 'now and then',
          'lip-in': 'often',
        },
        'seldom',
      ),
      sign(
        'wild',
        'Harsh, wild, honking',
        { much: 'almost always', 'lip-out': 'often', reed: 'now and then', loose: 'seldom' },
        'almost never',
      ),
      sign(
        'choked',
        'Strangled, sharp, stops',
        { bite: 'almost always', throat: 'seldom', reed: 'seldom' },
        'almost never',
      ),
      sign(
        'sagging',
        'Sags or wobbles',
        { loose: 'often', puffed: 'often', tension: 'often', slow: 'now and then', 'teeth-off': 'often' },
        'seldom',
      ),
      sign('shriek', 'Shrieks', { bite: 'often', much: 'now and then', reed: 'now and then' }, 'seldom'),
    ],
    [
      sign(
        'wiggles',
        'The mouthpiece moves when wiggled',
        { 'teeth-off': 'almost always', loose: 'now and then', little: 'seldom', bite: 'almost never' },
        'seldom',
        { ask: 'While it sounds, wiggle the mouthpiece gently: does it move?', seconds: 5 },
      ),
      // A wiggle asks for the teeth first; only what still moves with them on it is the corners.
      sign(
        'teeth-down',
        'Top teeth down on it steady it',
        { 'teeth-off': 'almost always', loose: 'almost never' },
        'seldom',
        { ask: 'Top teeth felt on it by the head’s weight, and wiggle again: still now?', seconds: 8 },
      ),
      sign(
        'lip-rolled',
        'Rolling the lower lip out frees it',
        { 'lip-in': 'almost always', bite: 'now and then', 'lip-out': 'almost never' },
        'seldom',
        { ask: 'Roll the lower lip out a little: does it open up?', seconds: 8 },
      ),
      sign(
        'jaw-down',
        'Letting the jaw down frees it',
        { bite: 'almost always', chin: 'now and then', loose: 'almost never', much: 'seldom' },
        'seldom',
        { ask: 'One long note, and let the jaw down a little: does it open up?', seconds: 10 },
      ),
      sign(
        'more-in',
        'A little more mouthpiece helps',
        { little: 'almost always', much: 'almost never', bite: 'now and then' },
        'seldom',
        { ask: 'A match’s breadth more mouthpiece: better?', seconds: 10 },
      ),
      sign(
        'less-in',
        'A little less mouthpiece helps',
        { much: 'almost always', little: 'almost never' },
        'seldom',
        { ask: 'A match’s breadth less mouthpiece: better?', seconds: 10 },
      ),
      sign(
        'more-air',
        'More air helps',
        { slow: 'almost always', throat: 'now and then', loose: 'seldom', reed: 'seldom' },
        'seldom',
        { ask: 'The same again with twice the air: better?', seconds: 8 },
      ),
      sign('other-reed', 'Another reed is better', { reed: 'almost always' }, 'seldom', {
        ask: 'Another reed of the same strength: better?',
        seconds: 30,
      }),
    ],
    {
      ends: [
        {
          id: 'mouthpiece',
          words: 'Mouthpiece in the mouth',
          little: 'just the tip',
          much: 'as far as it goes',
        },
        {
          id: 'lip',
          words: 'Lip pressure',
          little: 'so loose that air comes past',
          much: 'pinched, just before it stops',
        },
        { id: 'air', words: 'Air', little: 'as slow as it still sounds', much: 'as much as there is' },
      ],
      high: 'High: pressure from below, or too little mouthpiece. Let the jaw down, then a match’s breadth more.',
      low: 'Low: too loose, too much mouthpiece, or slow air. Corners in, a match’s breadth less, blow through.',
      look: ['Corners in', 'Chin flat', 'Cheeks firm', back ? 'Clarinet steep' : 'Mouthpiece nearly level'],
      order: SINGLE_ORDER,
    },
  )
export const CLARINET_MOUTH = single(true)
export const SAXOPHONE_MOUTH = single(false)
