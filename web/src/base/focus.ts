import { watch, type Ref } from 'vue'

/** Puts the focus into a field when a dialog has opened: what is typed first belongs there. */
export function focusOnOpen(open: Readonly<Ref<boolean>>, id: string): void {
  watch(
    open,
    (now) => {
      // The library moves the focus into its dialog first.
      if (now) setTimeout(() => document.getElementById(id)?.focus(), 60)
    },
    { immediate: true },
  )
}
