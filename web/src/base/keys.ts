import { useEventListener } from '@vueuse/core'

/** Whether a key press belongs to a field and must not act as a shortcut. */
export function isTyping(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return true
  const target = event.target as HTMLElement | null
  return !!target?.closest(
    'input:not([type="radio"]):not([type="checkbox"]), textarea, select, [contenteditable], [role="combobox"], [role="dialog"], [role="slider"]',
  )
}

/** Whether Space or Enter on the focused thing already means something. */
export const pressesButton = (event: KeyboardEvent) =>
  !!(event.target as HTMLElement | null)?.closest('button, a, [role="button"]')

/**
 * Lets shortcuts work after a tap: what was tapped by mouse or finger gives the focus back, so that Space, digits and
 * letters mean what they mean everywhere. Who goes by keys keeps the focus.
 */
export function letKeysWork(): void {
  let byPointer = false
  useEventListener('pointerdown', () => (byPointer = true), { capture: true })
  useEventListener('keydown', () => (byPointer = false), { capture: true })
  const release = (event: Event) => {
    const tapped = (event.target as HTMLElement | null)?.closest<HTMLElement>(
      'button, a, summary, select, [role="button"], input[type="radio"], input[type="checkbox"]',
    )
    if (!byPointer || !tapped || tapped.closest('[role="dialog"]')) return
    // A list that is just being opened keeps the focus until something is chosen.
    if (tapped.tagName === 'SELECT' && event.type === 'click') return
    tapped.blur()
  }
  useEventListener('click', release)
  useEventListener('change', release)
}

export const KEYS: { keys: string; does: string }[] = [
  { keys: '1 – 7', does: 'Go to a stop of the lesson; once more: all its parts, letters choose' },
  { keys: 'Space', does: 'Breath, Sound, Tongue: start and stop. Set-up: all right, next' },
  { keys: 'w n', does: 'Steps and counts: went well, not yet' },
  { keys: 'h', does: 'Steady stream, long tone: time it by hand' },
  { keys: 'd', does: 'Dizzy: stop everything' },
  { keys: '↑ ↓', does: 'Set-up: step up and down' },
  { keys: 'a b c', does: 'Set-up: note what was wrong' },
  { keys: '[ ]', does: 'Fingers: other note up or down' },
  { keys: 'c x', does: 'Fingers: clean, not clean' },
  { keys: 'a s f g', does: 'Recall: the first to the fourth name' },
  { keys: 'Enter', does: 'Recall: that’s it, next' },
  { keys: 'p', does: 'Pulse on and off' },
  { keys: 'k', does: 'Tap the pulse' },
  { keys: 's', does: 'Tongue: the slurred tone first' },
  { keys: 'l', does: 'Tongue: hear it first' },
  { keys: 't', does: 'Timer on and off' },
  { keys: 'm', does: 'A note, from anywhere in the lesson' },
  { keys: 'j', does: 'What the lesson’s plan has next' },
  { keys: 'q', does: 'Squeaks: from what happened to the next thing to try' },
  { keys: '1 2 3 0', does: 'Squeaks: better, the same, worse, can’t here' },
  { keys: 'f h', does: 'Squeaks: freeze; that helped' },
  { keys: '?', does: 'This sheet' },
]
