import { SaxesParser } from 'saxes'
import { TuneError } from './refused.ts'

/** Elements within elements: MusicXML needs about ten. */
const DEEPEST = 60
/** More elements than any score that is read has. */
const MOST_ELEMENTS = 300_000

/** An element as far as scores need it: no order between text and elements, no comments. */
export interface Element {
  readonly nodeName: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: Element[]
  /** All text directly in it. */
  text: string
  /** Which note element of the file it is, from 0; −1 for others. */
  readonly note: number
}

const lineOf = (text: string, at: number) => text.slice(0, at).split('\n').length

/** What is never part of a score and can be made to grow without end, looked for before anything is parsed. */
function guard(text: string): void {
  const doctype = /<!DOCTYPE[^>[]*\[/.exec(text)
  if (doctype || text.includes('<!ENTITY'))
    throw new TuneError(
      `Line ${lineOf(text, doctype?.index ?? text.indexOf('<!ENTITY'))}: the file defines its own entities, which no score needs; take the part in [ ] out of its DOCTYPE.`,
    )
}

/**
 * The root of a document, or a sentence with the line where it breaks off. Nothing is mended: half a score would be taken for a
 * whole one.
 * @throws TuneError
 */
export function parseXml(text: string): Element {
  guard(text)
  const parser = new SaxesParser({ position: true })
  const open: Element[] = []
  let root: Element | undefined
  let [notes, count] = [0, 0]
  parser.on('error', (error) => {
    throw new TuneError(
      `Line ${parser.line}: the file isn’t well-formed XML (${error.message.replace(/^\d+:\d+: /, '').slice(0, 120)}). Save it again.`,
    )
  })
  parser.on('opentag', ({ name, attributes }) => {
    const element: Element = {
      nodeName: name,
      attributes: attributes as Record<string, string>,
      children: [],
      text: '',
      note: name === 'note' ? notes++ : -1,
    }
    open.at(-1)?.children.push(element)
    root ??= element
    open.push(element)
    if (open.length > DEEPEST)
      throw new TuneError(
        `Line ${parser.line}: more than ${DEEPEST} elements lie within one another; a score has about ten.`,
      )
    if (++count > MOST_ELEMENTS)
      throw new TuneError(
        `Line ${parser.line}: more than ${MOST_ELEMENTS} elements; a part of 10 000 notes has a quarter of that. Save the part alone.`,
      )
  })
  parser.on('closetag', () => void open.pop())
  const add = (more: string) => {
    const last = open.at(-1)
    if (last) last.text += more
  }
  parser.on('text', add)
  parser.on('cdata', add)
  parser.write(text).close()
  if (!root) throw new TuneError('The file isn’t well-formed XML (it is empty). Save it again.')
  return root
}

/** The elements directly below one, in order; only those of a name where it is given. */
export const elements = (of: Element, name?: string): Element[] =>
  name === undefined ? of.children : of.children.filter((c) => c.nodeName === name)
/** The first of a name directly below. */
export const child = (of: Element | undefined, name: string): Element | undefined =>
  of?.children.find((c) => c.nodeName === name)
/** What stands in the first element of a name directly below, without blanks around it. */
export const textIn = (of: Element | undefined, name: string): string | undefined =>
  child(of, name)?.text.trim()
/** The same as a number; undefined where there is none. */
export function numberIn(of: Element | undefined, name: string): number | undefined {
  const text = textIn(of, name)
  if (!text) return undefined
  const found = Number(text)
  return Number.isFinite(found) ? found : undefined
}
