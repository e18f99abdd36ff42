import { describe, expect, it } from 'vitest'
import { betterWords, listenWords } from '@halitus/core/records'
import { aTone } from './entries.ts'

describe('after a long tone', () => {
  const was = aTone({ lengthS: 10, steadinessCents: 8, hnrDb: 15 })
  it.each([
    [{ lengthS: 10.4 }, undefined],
    [{ lengthS: 10.5 }, 'Better than last time: 0.5 s longer.'],
    [{ steadinessCents: 7 }, undefined],
    [{ steadinessCents: 6 }, 'Better than last time: 2 cents steadier.'],
    [{ hnrDb: 17 }, undefined],
    [{ hnrDb: 18 }, 'Better than last time: 3 dB clearer.'],
    [{ lengthS: 11.2, steadinessCents: 5 }, 'Better than last time: 1.2 s longer, 3 cents steadier.'],
    [{ lengthS: 5 }, undefined],
  ])('what is better is said, what isn’t, isn’t: %j', (more, words) =>
    expect(betterWords({ ...was, ...more }, was)).toBe(words),
  )
  it('nothing is better than nothing', () => expect(betterWords(was, undefined)).toBeUndefined())
  it.each([
    [{ driftCents: -60 }, 'The end: does it stay where it began?'],
    [{ driftCents: 60 }, 'The end: does pressure creep in?'],
    // Where it squeaked decides what to listen for; one that was only counted may have been anywhere.
    [{ squeaks: 1 }, 'The moment before it squeaks: what moves, a finger, the jaw or the air?'],
    [
      { happened: [{ kind: 'squeak', place: 'start', atS: 0 }] },
      'The very beginning: is the note there before it is loud?',
    ],
    [
      { happened: [{ kind: 'squeak', place: 'inside', atS: 2.4 }] },
      'The moment before it squeaks: what moves, a finger, the jaw or the air?',
    ],
    [
      { happened: [{ kind: 'squeak', place: 'end', atS: 5 }] },
      'The very end: does everything stay still until the sound is gone?',
    ],
    [{ hnrDb: 5 }, 'The core: more tone, less air around it.'],
    [{ sagCents: -40, rangeDb: 12 }, 'Loud and soft: does the pitch stay when the loudness goes?'],
    [{}, 'A steady tone.'],
  ])('one thing to listen for: %j', (more, words) =>
    expect(listenWords(aTone({ sagCents: 0, ...(more as object) }), 'A steady tone')).toBe(words),
  )
  it('a question stays one', () =>
    expect(listenWords(aTone({ sagCents: 0 }), 'Does it stay?')).toBe('Does it stay?'))
})
