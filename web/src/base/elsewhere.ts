import { useDebounceFn, useEventListener } from '@vueuse/core'

/** Tabs of one browser tell each other that something was written; what it was they ask the server. */
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('halitus.written')
/** Several lines that come in together are looked at once, ms. */
const TOGETHER_MS = 150

/** Something was written from this tab. */
export const tellOtherTabs = (): void => channel?.postMessage('written')

/**
 * Looks again whenever this page may be behind: when it comes back to the front, and when another tab wrote. Until the
 * component goes.
 */
export function whenBehind(look: () => unknown): void {
  const soon = useDebounceFn(() => void look(), TOGETHER_MS)
  useEventListener(window, 'focus', () => void look())
  if (channel) useEventListener(channel, 'message', () => void soon())
}
