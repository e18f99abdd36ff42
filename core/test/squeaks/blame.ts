import { instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { byPitch } from '../../src/squeaks/pitch.ts'

/**
 * Which causes a pitch that was heard makes likelier, the most first, and how many times.
 * @param by semitones above the note that was meant
 */
export function blame(id: string, written: string, by: number, crossing = false): string[] {
  const inst = instrument(id)
  const hz = hzOfMidi(parseNote(written).midi + by + inst.transposition)
  return byPitch(inst, written, hz, 440, crossing).flatMap(({ words, times }) => [
    words,
    ...Object.entries(times)
      .sort(([, a], [, b]) => b - a)
      .slice(0, 9)
      .map(([cause, n]) => `${cause} ${n.toFixed(1)}`),
  ])
}
