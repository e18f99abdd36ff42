import { describe, expect, it } from 'vitest'
import { reactive } from 'vue'
import { bringTogether, useSaving } from '@/base/meanwhile.ts'

describe('what two saved at the same time', () => {
  it('is brought together where only one of them changed a field', () => {
    const was = { name: 'A', note: '', minutes: 15, schools: { a: 'x', b: 'y' } }
    expect(bringTogether(was, { ...was, name: 'B' }, { ...was, note: 'mine' })).toEqual({
      merged: { ...was, name: 'B', note: 'mine' },
      both: [],
    })
    // The same in another order is no change.
    expect(bringTogether(was, { ...was, minutes: 20 }, { ...was, schools: { b: 'y', a: 'x' } }).both).toEqual(
      [],
    )
  })
  it('is named where both changed it, and what stands here is left standing', () => {
    const was = { name: 'A', note: '', consent: null as string | null }
    expect(
      bringTogether(was, { name: 'B', note: 'theirs', consent: null }, { ...was, name: 'C', note: 'mine' }),
    ).toEqual({ merged: { name: 'C', note: 'mine', consent: null }, both: ['name', 'note'] })
    // Both to the same is no clash; taken back is a change too.
    expect(bringTogether(was, { ...was, name: 'B' }, { ...was, name: 'B' }).both).toEqual([])
    const full = { ...was, note: 'long' }
    expect(bringTogether(full, { ...full, note: 'longer' }, { ...full, note: '' })).toEqual({
      merged: { ...full, note: '' },
      both: ['note'],
    })
  })
  it('goes on by itself until nobody saved in between, and other troubles are thrown on', async () => {
    const late = Object.assign(new Error('late'), { code: 'changed-meanwhile' })
    let there = { fields: { name: 'A', note: '' }, version: 1 }
    const form = reactive({ name: '', note: '' })
    const busy = [
      () => (there = { fields: { name: 'B', note: '' }, version: 2 }),
      () => (there = { fields: { name: 'D', note: '' }, version: 3 }),
    ]
    const saving = useSaving(
      form,
      () => Promise.resolve(there),
      (fields, version) => {
        busy.shift()?.()
        if (version !== there.version) return Promise.reject(late)
        if (fields.note === 'bad') return Promise.reject(new Error('refused'))
        there = { fields, version: version + 1 }
        return Promise.resolve()
      },
    )
    saving.begin(there)
    form.note = 'mine'
    expect(await saving.save()).toBe(true)
    expect(there).toEqual({ fields: { name: 'D', note: 'mine' }, version: 4 })
    saving.begin(there)
    form.note = 'bad'
    await expect(saving.save()).rejects.toThrow('refused')
  })
})
