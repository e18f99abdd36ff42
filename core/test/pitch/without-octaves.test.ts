import { afterEach, describe, expect, it } from 'vitest'
import { nameNotes, prettyNote, withoutOctaves } from '@halitus/core/pitch'
import { cardReads } from '@halitus/core/home'

afterEach(() => nameNotes('english'))

describe('notes without the numbers of their octaves', () => {
  it.each([
    [['E4'], 'E4 for 9 s', 'E for 9 s'],
    [['B♭4', 'A4'], 'B♭4 – A4', 'B♭ – A'],
    [['F#4'], 'F#4, slowly', 'F#, slowly'],
    // Two octaves of one letter are told apart, others aren’t.
    [['E4', 'E5', 'G4'], 'E4, G4, E5', 'low E, G, high E'],
    [['E3', 'E4', 'E5'], 'E5 E4 E3', 'high E middle E low E'],
    // Natural and flat are two letters.
    [['B4', 'B♭3'], 'B4 to B♭3', 'B to B♭'],
    // Of four octaves the numbers stay.
    [['C3', 'C4', 'C5', 'C6'], 'C4', 'C4'],
    // What is no note stays as it is.
    [
      ['A4'],
      '10 times, aim 9 s; bars 4 to 8; MA4X; 4A4; 44',
      '10 times, aim 9 s; bars 4 to 8; MA4X; 4A4; 44',
    ],
  ])('of %j: “%s” reads “%s”', (together, text, reads) => expect(withoutOctaves(together)(text)).toBe(reads))

  it('read so in German names and in Do Re Mi', () => {
    nameNotes('german')
    const german = ['Bb4', 'B4', 'F#4', 'Eb5'].map(prettyNote)
    expect(german.map(withoutOctaves(german))).toEqual(['B', 'H', 'Fis', 'Es'])
    nameNotes('solfege')
    const solfege = ['G4', 'G5', 'Bb4'].map(prettyNote)
    expect(solfege.map(withoutOctaves(solfege))).toEqual(['low Sol', 'high Sol', 'Si♭'])
  })
})

describe('a card', () => {
  const card = {
    listenFor: 'E5 as quiet as E4',
    rows: [{ title: 'Long tone', amount: 'E4, 10 times', aim: 'Level.', notes: ['E4', 'A4'] }],
  }
  it('reads by letter to a child, all of it together', () => {
    const reads = cardReads({ ...card, forChild: true })
    expect(reads.text(card.listenFor)).toBe('high E as quiet as low E')
    expect(reads.text(card.rows[0]!.amount)).toBe('low E, 10 times')
    expect(card.rows[0]!.notes.map(reads.note)).toEqual(['low E', 'A'])
    // What was heard stands by itself: an octave is told only where two are named.
    expect(reads.told('That was E5. Look at E4 once.')).toBe('That was high E. Look at low E once.')
    expect(reads.told('That was F4. Look at E4 once.')).toBe('That was F. Look at E once.')
  })
  it('reads with octaves to others', () => {
    const reads = cardReads({ ...card, forChild: false })
    expect(reads.text(card.listenFor)).toBe(card.listenFor)
    expect(reads.note('Bb4')).toBe('B♭4')
    expect(reads.told('That was F4.')).toBe('That was F4.')
  })
})
