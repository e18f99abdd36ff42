import { computed, onBeforeUnmount, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { isTyping } from '@/base/keys.ts'

/** How often the running number is drawn, ms. */
const DRAWN_EVERY_MS = 100

/**
 * A stopwatch in the teacher's hand: `h`, or its button, begins and ends.
 * @param begins something is timed from now on
 * @param ends told how long it lasted, s
 */
export function useByHand(begins: () => void, ends: (seconds: number) => void) {
  const sinceMs = ref<number>()
  const nowMs = ref(0)
  const ticking = setInterval(() => (nowMs.value = performance.now()), DRAWN_EVERY_MS)
  onBeforeUnmount(() => clearInterval(ticking))
  const running = computed(() => sinceMs.value !== undefined)
  /** How long it has lasted so far, s. */
  const seconds = computed(() =>
    sinceMs.value === undefined ? 0 : Math.max(0, (nowMs.value - sinceMs.value) / 1000),
  )
  function press() {
    if (sinceMs.value === undefined) {
      begins()
      sinceMs.value = nowMs.value = performance.now()
      return
    }
    const lasted = (performance.now() - sinceMs.value) / 1000
    sinceMs.value = undefined
    ends(lasted)
  }
  const stop = () => (sinceMs.value = undefined)
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.key === 'h' && !isTyping(event) && !event.repeat) press()
  })
  return { running, seconds, press, stop }
}
