import { newId } from '@/base/ids.ts'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { ReedAnswer, ReedInput, ReedRecord, ShelfAnswer } from '@halitus/core/contract'
import { BREAK_IN_MINUTES } from '@halitus/core/reeds'
import { api } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'
import { studioNow } from '@/base/clock.ts'

/** Shelves of reeds: all of the studio, or one learner's. */
export const useReeds = defineStore('reeds', () => {
  const notices = useNotices()
  const shelves = ref<ShelfAnswer[]>()
  let scope: string | undefined

  /** @param learnerId only this learner's shelves; all without */
  async function load(learnerId?: string) {
    scope = learnerId
    const answer = await notices.attempt(() => (learnerId ? api.shelvesOf(learnerId) : api.shelves()))
    if (answer) shelves.value = answer.shelves
  }
  const again = () => load(scope)

  async function add(learnerId: string, input: Omit<ReedInput, 'id'>) {
    const reed = await notices.attempt(() => api.addReed(learnerId, { ...input, id: newId() }))
    if (reed) await again()
    return reed
  }
  async function change(id: string, patch: Partial<ReedRecord>) {
    if (await notices.attempt(() => api.changeReed(id, patch))) await again()
  }
  async function remove(reed: ReedAnswer) {
    await change(reed.id, { deleted: true })
    notices.show(`${reed.name} deleted.`, {
      undo: () => change(reed.id, { deleted: false, inMouthpiece: reed.inMouthpiece }),
    })
  }
  /** One tap: it was played, in break-in for the minutes of the day. */
  async function played(reed: ReedAnswer, lessonMinutes: number, rating: number | null = null, fault = '') {
    const young = reed.state === 'new' || reed.state === 'breaking-in'
    const days = new Set(reed.uses.map((u) => u.at.slice(0, 10))).size
    const minutes = young
      ? (BREAK_IN_MINUTES[Math.min(days, BREAK_IN_MINUTES.length - 1)] ?? lessonMinutes)
      : lessonMinutes
    const use = { id: newId(), at: studioNow(), minutes, rating, fault }
    if (!(await notices.attempt(() => api.addUse(reed.id, use)))) return
    await again()
    notices.show(`${reed.name}: ${minutes} min${rating === null ? '' : `, rated ${rating}`}.`, {
      undo: async () => {
        await notices.attempt(() => api.removeUse(reed.id, use.id))
        await again()
      },
    })
  }
  return { shelves, load, again, add, change, remove, played }
})
