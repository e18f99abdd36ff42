import { defineStore } from 'pinia'
import { ref } from 'vue'

export interface Notice {
  id: number
  text: string
  tone: 'plain' | 'alarm'
  undo?: () => unknown
}

/** Short messages at the bottom; a thing taken away can be brought back from there. */
export const useNotices = defineStore('notices', () => {
  const list = ref<Notice[]>([])
  let last = 0
  function dismiss(id: number) {
    list.value = list.value.filter((n) => n.id !== id)
  }
  function show(text: string, more: { tone?: Notice['tone']; undo?: () => unknown } = {}) {
    const id = ++last
    list.value = [
      ...list.value.slice(-2),
      { id, text, tone: more.tone ?? 'plain', ...(more.undo && { undo: more.undo }) },
    ]
    setTimeout(() => dismiss(id), more.undo || more.tone === 'alarm' ? 9000 : 4500)
  }
  /** Runs something and shows what went wrong, if anything; tells whether it went well. */
  async function attempt<T>(work: () => Promise<T>): Promise<T | undefined> {
    try {
      return await work()
    } catch (error) {
      show(error instanceof Error ? error.message : 'Something went wrong.', { tone: 'alarm' })
      return undefined
    }
  }
  return { list, show, dismiss, attempt }
})
