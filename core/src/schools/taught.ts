/** How a way says what its teachers say, and what it doesn't take for a fault. */
export interface Taught {
  /** Parts of sentences, and what stands in their place; each is said somewhere of the instrument. */
  says: readonly (readonly [from: string, to: string])[]
  /** Ids of causes and signs at the mouth, or of squeaks, that this way teaches as right. */
  right: readonly string[]
}

/**
 * Plain data with what a way says otherwise put in, in every text of it.
 * @example retold({ look: 'Corners in, chin flat' }, [['Corners in', 'Lips round']]) // { look: 'Lips round, chin flat' }
 */
export function retold<T>(data: T, says: Taught['says']): T {
  if (typeof data === 'string')
    return says.reduce<string>((text, [from, to]) => text.replaceAll(from, to), data) as T
  if (Array.isArray(data)) return data.map((x) => retold<unknown>(x, says)) as T
  if (typeof data === 'object' && data !== null && Object.getPrototypeOf(data) === Object.prototype)
    return Object.fromEntries(Object.entries(data).map(([key, x]) => [key, retold<unknown>(x, says)])) as T
  return data
}
