import { useLocalStorage } from '@vueuse/core'
import { computed, ref, toValue, watch, type MaybeRefOrGetter, type WritableComputedRef } from 'vue'

const PREFIX = 'halitus.draft.'

function read<T>(key: string): T | undefined {
  try {
    const text = localStorage.getItem(PREFIX + key)
    return text === null ? undefined : (JSON.parse(text) as T)
  } catch {
    return undefined
  }
}

/**
 * Something half done (typed, counted, chosen) that is still there after leaving the view or a reload. What equals `empty`
 * isn't kept.
 * @param key what it belongs to; when it changes, that one's draft is shown
 * @param empty the value when nothing has been done yet
 */
export function useDraft<T>(key: MaybeRefOrGetter<string>, empty: T): WritableComputedRef<T> {
  const value = ref(read<T>(toValue(key)) ?? empty) as { value: T }
  watch(
    () => toValue(key),
    (now) => (value.value = read<T>(now) ?? empty),
    { flush: 'sync' },
  )
  return computed({
    get: () => value.value,
    set: (now) => {
      value.value = now
      try {
        const text = JSON.stringify(now)
        if (text === JSON.stringify(empty)) localStorage.removeItem(PREFIX + toValue(key))
        else localStorage.setItem(PREFIX + toValue(key), text)
      } catch {
        // Without room to keep it the draft lasts as long as the page does.
      }
    },
  })
}

/** A choice of view that is remembered on this device. */
export const useChoice = <T extends string>(key: string, first: T) =>
  useLocalStorage<T>(`halitus.choice.${key}`, first)
