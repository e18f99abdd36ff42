import { prettyNote, withoutOctaves } from '../pitch/index.ts'

/** What of a card is read, and by whom. */
export interface ReadCard {
  listenFor: string
  rows: readonly { title: string; amount: string; aim: string; notes: readonly string[] }[]
  /** Children read notes by letter. */
  forChild: boolean
}

/**
 * How a card's texts and notes read to who has it at home: for children without the numbers of octaves, which are told by
 * “low” and “high” where a letter is there twice; for others as they are.
 * @example cardReads({ listenFor: '', rows: [{ title: 'Long tone', amount: '', aim: '', notes: ['E4'] }], forChild: true }).note('E4') // 'E'
 */
export function cardReads({ listenFor, rows, forChild }: ReadCard): {
  text(text: string): string
  note(written: string): string
  /** A sentence that isn't of the card, as what was heard. */
  told(sentence: string): string
} {
  if (!forChild) return { text: (text) => text, note: prettyNote, told: (sentence) => sentence }
  const text = withoutOctaves([
    listenFor,
    ...rows.flatMap((r) => [r.title, r.amount, r.aim, ...r.notes.map(prettyNote)]),
  ])
  return {
    text,
    note: (written) => text(prettyNote(written)),
    told: (sentence) => withoutOctaves([sentence])(sentence),
  }
}
