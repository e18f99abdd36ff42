import { computed, shallowRef } from 'vue'
import { canonical } from '@halitus/core/fields'

const same = (a: unknown, b: unknown) => canonical(a) === canonical(b)

/**
 * What stands here and what somebody else saved meanwhile, field by field: whoever changed a field has it changed.
 * @param was what both began with
 * @returns the fields that both changed, each to something else; there what stands here is left standing
 *
 * @example
 * bringTogether({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }) // { merged: { a: 2, b: 3 }, both: [] }
 */
export function bringTogether<F extends object>(
  was: F,
  theirs: F,
  mine: F,
): { merged: F; both: (keyof F & string)[] } {
  const merged = { ...theirs }
  const both: (keyof F & string)[] = []
  for (const field of Object.keys(theirs) as (keyof F & string)[]) {
    if (same(mine[field], was[field])) continue
    merged[field] = mine[field]
    if (!same(theirs[field], was[field]) && !same(theirs[field], mine[field])) both.push(field)
  }
  return { merged, both }
}

const isLate = (error: unknown) => (error as { code?: unknown } | undefined)?.code === 'changed-meanwhile'
type Kept<F> = { fields: F; version: number }

/**
 * Saving a form over what others may have saved meanwhile. What only one of the two changed is brought together; what both
 * changed is in `both` until it is decided which stays.
 * @param form what is typed into
 * @param read what is kept now
 * @param write saves; refuses with `changed-meanwhile` for an older version
 */
export function useSaving<F extends object>(
  form: F,
  read: () => Promise<Kept<F>>,
  write: (fields: F, version: number) => Promise<unknown>,
) {
  const seen = shallowRef<Kept<F>>()
  const both = shallowRef<(keyof F & string)[]>([])
  const copy = (fields: F) => JSON.parse(JSON.stringify(fields)) as F

  /** The form shows this from now on. */
  function begin(kept: Kept<F>) {
    seen.value = { ...kept, fields: copy(kept.fields) }
    Object.assign(form, copy(kept.fields))
    both.value = []
  }
  /** @returns false when it must be decided first what stays; errors that are none of this are thrown on */
  async function save(): Promise<boolean> {
    for (;;) {
      const before = seen.value!
      try {
        await write(copy(form), before.version)
        return true
      } catch (error) {
        if (!isLate(error)) throw error
        const now = await read()
        const { merged, both: clash } = bringTogether(before.fields, now.fields, copy(form))
        seen.value = now
        Object.assign(form, copy(merged))
        both.value = clash
        if (clash.length) return false
      }
    }
  }
  /** What somebody else made of those fields stands here too, and can be looked at before it is saved. */
  function takeTheirs() {
    const theirs = copy(seen.value!.fields)
    for (const field of both.value) form[field] = theirs[field]
    both.value = []
  }
  function keepMine(): Promise<boolean> {
    both.value = []
    return save()
  }
  /** What both changed, by the form's labels, with what stands there now where that is short. */
  const changed = (labels: Record<keyof F, string>) =>
    computed(() =>
      both.value.map((field) => {
        const there: unknown = seen.value?.fields[field]
        const short = typeof there === 'string' || typeof there === 'number'
        return { label: labels[field], ...(short && { theirs: String(there) }) }
      }),
    )
  return { begin, save, changed, takeTheirs, keepMine }
}
