import { sign } from '../../evidence/index.ts'
import { cause, mouth } from '../mouth.ts'
import { CHANTER_ORDER } from '../mouth-orders.ts'

/** What can be wrong where a chanter is blown. */
export const CHANTER_MOUTH = mouth(
  [
    cause(
      'uneven',
      'Pressure comes in waves',
      'often',
      'Blow one low A against a clock: the second breath comes in before the first is out.',
    ),
    cause('slow', 'Too little pressure', 'often', 'Up until the reed rings, then hold just there.'),
    cause(
      'fast',
      'Too much pressure',
      'now and then',
      'Down until it nearly drops out, then a little up: high A tells.',
    ),
    cause('puffed', 'Cheeks take over', 'now and then', 'Cheeks firm: lungs push, nothing else.'),
    cause(
      'leak',
      'A leak: seat, hemp or lips',
      'now and then',
      'Close the end of the chanter and blow: nothing may get out.',
    ),
    cause('reed', 'The reed', 'now and then', 'The reed alone in the lips: rings at once, or not.'),
  ],
  [
    sign('cheeks', 'Cheeks blown up', { puffed: 'almost always' }, 'seldom'),
    sign('lips-leak', 'Air at the lips', { leak: 'often', fast: 'seldom' }, 'seldom'),
    sign('red', 'Red in the face', { fast: 'often', reed: 'often' }, 'seldom'),
  ],
  [
    sign('waves', 'Pitch in waves', { uneven: 'almost always', puffed: 'often' }, 'seldom'),
    sign('drops-out', 'Drops out', { slow: 'almost always', leak: 'often', reed: 'now and then' }, 'seldom'),
    sign(
      'chokes',
      'High A chokes',
      { fast: 'almost always', slow: 'now and then', reed: 'now and then' },
      'seldom',
    ),
    sign('breath-gap', 'Sinks at each breath', { uneven: 'often', slow: 'now and then' }, 'seldom'),
  ],
  [
    sign('tight', 'Nothing gets out when closed', { leak: 'almost never' }, 'almost always', {
      ask: 'End closed by the palm, blow: is it tight all round?',
      seconds: 8,
    }),
    sign('reed-rings', 'The reed alone rings at once', { reed: 'almost never' }, 'almost always', {
      ask: 'The reed alone in the lips: does it ring at once?',
      seconds: 15,
    }),
    sign('more', 'More pressure helps', { slow: 'almost always', fast: 'almost never' }, 'seldom', {
      ask: 'A little more pressure: does it stand?',
      seconds: 6,
    }),
  ],
  {
    ends: [
      {
        id: 'pressure',
        words: 'Pressure',
        little: 'just before it drops out',
        much: 'just before it chokes',
      },
      { id: 'cheeks', words: 'Cheeks', little: 'hollow', much: 'blown up' },
    ],
    high: 'High: too much pressure, or the reed seated deep. Down until it nearly drops out, then a little up.',
    low: 'Low: too little pressure, a leak, or a wet reed. Up until it rings; then look for leaks.',
    look: ['Lips sealed', 'Cheeks firm', 'Shoulders low', 'Chanter straight before the body'],
    order: CHANTER_ORDER,
  },
)
