import { array, boolean, string } from 'yup'
import { noteText, strict, whole } from '../fields/index.ts'

/**
 * The fields of a line that is printed in notation: notes and rests, and the bars they are laid in; four quarters when left out.
 * @param most notes and rests
 */
export const printedLine = (most: number) => ({
  line: array()
    .of(
      strict({
        written: noteText().nullable().defined(),
        ticks: whole(1, 192),
        begins: string<'tongue' | 'slur'>().required().oneOf(['tongue', 'slur']),
        short: boolean().optional().default(undefined),
        accent: boolean().optional().default(undefined),
      }),
    )
    .optional()
    .default(undefined)
    .max(most),
  beats: whole(1, 32).optional().default(undefined),
  beatType: whole(1, 32).optional().default(undefined),
})
