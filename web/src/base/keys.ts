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

export const KEYS: { keys: string; does: string }[] = [
  { keys: '1 – 7', does: 'Go to a stop of the lesson' },
  { keys: 'Space', does: 'Sound: start and stop listening. Set-up: all right, next' },
  { keys: '↑ ↓', does: 'Set-up: step up and down' },
  { keys: 'a b c', does: 'Set-up: note what was wrong' },
  { keys: '[ ]', does: 'Fingers: other note up or down' },
  { keys: 'c x', does: 'Fingers: clean, not clean' },
  { keys: 'p', does: 'Pulse on and off' },
  { keys: 't', does: 'Timer on and off' },
  { keys: '?', does: 'This sheet' },
]
