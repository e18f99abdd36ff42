import { setLocale } from 'yup'

const shown = (value: unknown) =>
  typeof value === 'string' ? `“${value.slice(0, 60)}”` : JSON.stringify(value)

/** One way to say what is wrong: which field, which value, what is allowed. */
const say =
  <P extends object>(allowed: (p: P) => string) =>
  (p: P & { path: string; value?: unknown }) =>
    `${p.path} is ${shown(p.value)}; ${allowed(p)}.`
const missing = ({ path }: { path: string }) => `${path} is missing.`

setLocale({
  mixed: {
    required: missing,
    notNull: missing,
    defined: missing,
    notType: say<{ type: string }>((p) => `it must be ${p.type === 'array' ? 'a list' : `a ${p.type}`}`),
    oneOf: say<{ values: unknown }>((p) => `allowed: ${String(p.values)}`),
  },
  string: {
    min: say<{ min: number }>((p) => `it must have at least ${p.min} characters`),
    max: ({ path, max }) => `${path} is too long; at most ${max} characters.`,
    matches: say(() => 'that is not how it is written'),
  },
  number: {
    min: say<{ min: number }>((p) => `the least allowed is ${p.min}`),
    max: say<{ max: number }>((p) => `the most allowed is ${p.max}`),
    integer: say(() => 'it must be a whole number'),
  },
  array: {
    min: ({ path, min }) => `${path} must have at least ${min}.`,
    max: ({ path, max }) => `${path} may have at most ${max}.`,
  },
  object: {
    noUnknown: ({ path, unknown }) =>
      `${path === 'this' ? 'There is' : `${path} has`} a field nobody knows: ${String(unknown)}.`,
  },
})
