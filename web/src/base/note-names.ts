import { NAMINGS, nameNotes, type Naming } from '@halitus/core/pitch'

const KEY = 'halitus.noteNames'

/** From now on notes are shown in these names, and on this device from the first moment of the next visit. */
export function rememberNames(names: Naming): void {
  nameNotes(names)
  try {
    localStorage.setItem(KEY, names)
  } catch {
    // A browser that keeps nothing is told again with the next answer.
  }
}

/** The names that this device showed last. */
export function namesAsLast(): void {
  try {
    const kept = NAMINGS.find((n) => n.id === localStorage.getItem(KEY))
    if (kept) nameNotes(kept.id)
  } catch {
    // English, until the server says otherwise.
  }
}
