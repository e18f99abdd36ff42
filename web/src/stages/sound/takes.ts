import { ref } from 'vue'

/** Goes up when a recording was kept or taken back: lists of them look again. */
export const takesChanged = ref(0)
