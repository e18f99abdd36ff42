import { describe, expect, it } from 'vitest'
import { instrument } from '@halitus/core/instruments'
import { checkEntry, notedWords, rowsOf, type EntryData } from '@halitus/core/records'
import { entry } from './entries.ts'

const clarinet = instrument('clarinet')
const watched = (seen: string[], helped?: string) => ({ seen, helped }) as EntryData['breath-watch']
const check = (data: object) => checkEntry(clarinet, { kind: 'breath-watch', stage: 'breath', data } as never)

describe('a way in that helped', () => {
  it('is noted by itself or with what was seen', () => {
    expect(notedWords(entry('breath-watch', watched([], 'yawn')), clarinet)).toBe(
      '“The beginning of a yawn” helped',
    )
    expect(notedWords(entry('breath-watch', watched(['shoulders', 'jaw'], 'nose')), clarinet)).toBe(
      'Shoulders rise; jaw or neck tight; “Through the nose” helped',
    )
  })
  it('comes onto the card; where something was seen that is what is looked for', () => {
    const row = (data: EntryData['breath-watch']) =>
      rowsOf([entry('breath-watch', data)], 'l1', clarinet, false)[0]
    expect(row(watched([], 'bend'))).toMatchObject({
      title: 'Bend forward and empty',
      aim: 'Come up slowly and breathe to the same place.',
    })
    expect(row(watched(['shoulders'], 'bend'))).toMatchObject({ title: 'Five quiet breaths, watched' })
    expect(row(watched(['wide']))).toBeUndefined()
  })
  it('has to be one, or a sign has to be seen', () => {
    expect(() => check(watched([]))).toThrow('data.seen is empty; name a sign, or a way that helped.')
    expect(() => check(watched([], 'sing'))).toThrow('data.helped is “sing”; ways: lie-down, hand, back,')
    expect(() => check(watched([], 'nose'))).not.toThrow()
  })
})
