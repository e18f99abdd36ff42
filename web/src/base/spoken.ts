import { onBeforeUnmount, ref } from 'vue'

/** Counts before everybody begins. */
const COUNT_IN = ['1', '2', '3', '4'] as const

/**
 * The device's own voice, where it has one: no network, no recording. A sentence, then a count-in at the pulse.
 * @returns `can`: whether anybody can speak here, known once voices have come
 */
export function useSpoken() {
  const synthesis = 'speechSynthesis' in window ? window.speechSynthesis : undefined
  const can = ref(!!synthesis?.getVoices().length)
  const came = () => (can.value = !!synthesis?.getVoices().length)
  synthesis?.addEventListener?.('voiceschanged', came)
  const speaking = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined

  function stop() {
    clearTimeout(timer)
    synthesis?.cancel()
    speaking.value = false
  }
  const say = (words: string, then?: () => void) => {
    const line = new SpeechSynthesisUtterance(words)
    line.lang = 'en'
    if (then) line.onend = then
    synthesis?.speak(line)
  }
  function count(k: number, beatMs: number) {
    const word = COUNT_IN[k]
    if (!word || !speaking.value) return stop()
    say(word)
    timer = setTimeout(() => count(k + 1, beatMs), beatMs)
  }
  /** Says it and counts in; once more while it speaks stops it. @param perMinute of the count */
  function sayAndCount(words: string, perMinute: number) {
    if (speaking.value) return stop()
    synthesis?.cancel()
    speaking.value = true
    say(words, () => speaking.value && count(0, 60_000 / perMinute))
  }
  onBeforeUnmount(() => {
    synthesis?.removeEventListener?.('voiceschanged', came)
    stop()
  })
  return { can, speaking, sayAndCount, stop }
}
