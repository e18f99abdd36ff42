import { computed, type WritableComputedRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/** Whether something is open that the address knows of, as `?new`: Back closes it, a reload leaves it open. */
export function useAsked(key: string): WritableComputedRef<boolean> {
  const route = useRoute()
  const router = useRouter()
  return computed({
    get: () => key in route.query,
    set(open) {
      if (open === key in route.query) return
      const { [key]: _, ...rest } = route.query
      if (open) void router.push({ query: { ...rest, [key]: null } })
      else void router.replace({ query: rest })
    },
  })
}
