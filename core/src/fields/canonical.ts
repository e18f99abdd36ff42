/**
 * A value as text in which nothing depends on how its objects are ordered: equal values have equal texts. What isn't there
 * is null.
 * @example canonical({ b: 1, a: [2] }) // '{"a":[2],"b":1}'
 */
export const canonical = (value: unknown): string =>
  JSON.stringify(value ?? null, (_, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([x], [y]) => (x < y ? -1 : 1)))
      : v,
  )
