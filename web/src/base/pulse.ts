import { ref, shallowRef } from 'vue'

/** Whether a pulse goes on, wherever it was begun: said at the top of every page, where it can be stopped. */
export const pulseGoesOn = ref(false)
/** Stops it; set by whoever begins it, so that no page loads a pulse only to be able to stop one. */
export const stopPulse = shallowRef<() => unknown>(() => undefined)
