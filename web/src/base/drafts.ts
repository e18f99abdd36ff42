import { computed, ref, toValue, watch, type MaybeRefOrGetter, type Ref, type WritableComputedRef } from 'vue'

const PREFIX = 'halitus.draft.'
/** What nobody came back to for this long is forgotten. */
const KEPT_MS = 60 * 24 * 3600 * 1000

interface Kept {
  at: number
  value: unknown
}

/** Forgets old drafts, once when the page is opened. */
export function forgetOldDrafts(now = Date.now()) {
  for (const key of Object.keys(localStorage).filter((k) => k.startsWith(PREFIX))) {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null
    if (!kept || now - kept.at > KEPT_MS) localStorage.removeItem(key)
  }
}

/** Forgets all of them: whoever opens this device next reads none. */
export function forgetDrafts() {
  for (const key of Object.keys(localStorage).filter((k) => k.startsWith(PREFIX)))
    localStorage.removeItem(key)
}

function read<T>(key: string): T | undefined {
  try {
    const text = localStorage.getItem(PREFIX + key)
    return text === null ? undefined : ((JSON.parse(text) as Kept).value as T)
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
        if (JSON.stringify(now) === JSON.stringify(empty)) localStorage.removeItem(PREFIX + toValue(key))
        else localStorage.setItem(PREFIX + toValue(key), JSON.stringify({ at: Date.now(), value: now }))
      } catch {
        // Without room to keep it the draft lasts as long as the page does.
      }
    },
  })
}

/** A small form as a draft: every field of it is still there after leaving. */
export function useFormDraft<T extends object>(key: string, empty: T): Ref<T> {
  const plain = (value: T) => JSON.parse(JSON.stringify(value)) as T
  const draft = useDraft(key, empty)
  const form = ref(plain(draft.value)) as Ref<T>
  watch(form, (now) => (draft.value = plain(now)), { deep: true })
  return form
}
