import { beforeEach, describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import { forgetOldDrafts, useDraft, useFormDraft } from '@/base/drafts.ts'

beforeEach(() => localStorage.clear())

describe('a draft', () => {
  it('is there again after leaving and coming back', () => {
    useDraft('note.l1.tune', '').value = 'half a sen'
    expect(useDraft('note.l1.tune', '').value).toBe('half a sen')
    expect(useDraft('note.l2.tune', '').value).toBe('')
  })
  it('leaves nothing behind when it is empty again', () => {
    const note = useDraft('note.l1.tune', '')
    note.value = 'x'
    expect(localStorage.length).toBe(1)
    note.value = ''
    expect(localStorage.length).toBe(0)
  })
  it('follows what it belongs to', () => {
    const about = ref('a')
    const tally = useDraft(() => `tries.${about.value}`, { spoke: 0, tries: 0 })
    tally.value = { spoke: 3, tries: 4 }
    about.value = 'b'
    expect(tally.value).toEqual({ spoke: 0, tries: 0 })
    about.value = 'a'
    expect(tally.value).toEqual({ spoke: 3, tries: 4 })
  })
  it('of a form keeps every field', async () => {
    const form = useFormDraft('reed.p', { name: '', strength: 2 })
    form.value.name = 'Anchor'
    await nextTick()
    expect(useFormDraft('reed.p', { name: '', strength: 2 }).value).toEqual({ name: 'Anchor', strength: 2 })
  })
  it('is shown empty when what was kept can’t be read', () => {
    localStorage.setItem('halitus.draft.x', '{')
    expect(useDraft('x', 'empty').value).toBe('empty')
  })
  it('is forgotten after sixty days, not before', () => {
    useDraft('x', '').value = 'kept'
    const day = 24 * 3600 * 1000
    forgetOldDrafts(Date.now() + 59.9 * day)
    expect(useDraft('x', '').value).toBe('kept')
    forgetOldDrafts(Date.now() + 60.1 * day)
    expect(useDraft('x', '').value).toBe('')
  })
})
