import { INSTRUMENT_IDS, instrument, type InstrumentId } from '../instruments/index.ts'

/** What parts are called, apart from the instrument's own name; longer words first. Common words of the trade. */
const CALLED: readonly (readonly [RegExp, InstrumentId])[] = [
  [/(sopran\w*.*(sax|blockfl|recorder|flauto dolce))|((sax|blockfl|recorder)\w*.*sopran)/, 'soprano-sax'],
  [/bar(i|y)\w*\W+sax|sax\w*\W+bar(i|y)t/, 'baritone-sax'],
  [/ten\w*\W+sax|sax\w*\W+ten/, 'tenor-sax'],
  [/alt\w*\W+sax|sax\w*\W+alt|^sax/, 'alto-sax'],
  [/alt\w*\W*(recorder|blockfl)|treble recorder/, 'alto-recorder'],
  [/recorder|blockfl|flauto dolce|descant/, 'soprano-recorder'],
  [/bassoon|fagot/, 'bassoon'],
  [/oboe|hautbois/, 'oboe'],
  [/clarinet|klarinet/, 'clarinet'],
  [/chanter|bagpipe|pipes?$/, 'chanter'],
  [/^(?!.*(piccolo|pan|alto|bass)).*\b(flute|fl\u00f6te|flauto|fl\u00fbte)/, 'flute'],
]
/** Programs of General MIDI (level 1), counted from 0. */
const PROGRAMS: Readonly<Record<number, InstrumentId>> = {
  64: 'soprano-sax',
  65: 'alto-sax',
  66: 'tenor-sax',
  67: 'baritone-sax',
  68: 'oboe',
  70: 'bassoon',
  71: 'clarinet',
  73: 'flute',
  74: 'soprano-recorder',
  109: 'chanter',
}

/**
 * The charted instrument that a part's name means; undefined when it means another, or none.
 * @example instrumentCalled('1st Clarinet in B♭') // 'clarinet'
 */
export function instrumentCalled(name: string): InstrumentId | undefined {
  const plain = name.toLowerCase()
  const own = INSTRUMENT_IDS.find((id) => instrument(id).name.toLowerCase() === plain)
  if (own) return own
  // Relatives that sound elsewhere and are fingered otherwise, or written otherwise.
  if (
    /bass clarinet|bassklarinet|contra|piccolo|english horn|cor anglais|alto flute|bass flute|tenor recorder|bass recorder/.test(
      plain,
    )
  )
    return undefined
  const found = CALLED.find(([pattern]) => pattern.test(plain))?.[1]
  if (found === 'soprano-sax' && !/sax/.test(plain)) return 'soprano-recorder'
  return found
}

/** The charted instrument of a General MIDI program, counted from 0. @example instrumentOfProgram(71) // 'clarinet' */
export const instrumentOfProgram = (program: number | undefined): InstrumentId | undefined =>
  program === undefined ? undefined : PROGRAMS[program]
