/** What went wrong and what that came from, outermost first. */
function chain(error: unknown): { name?: unknown; code?: unknown; message?: unknown }[] {
  const links = []
  for (let at = error; typeof at === 'object' && at !== null; at = (at as { cause?: unknown }).cause)
    links.push(at as { name?: unknown; code?: unknown; message?: unknown })
  return links
}

/** The first code in a chain of causes that begins like this, empty when there is none. */
export const codeIn = (error: unknown, beginning: string): string =>
  chain(error)
    .map((link) => link.code)
    .find((code): code is string => typeof code === 'string' && code.startsWith(beginning)) ?? ''

/** What SQLite calls what went wrong, however deep it is wrapped; empty when it wasn't SQLite. */
export const sqliteCode = (error: unknown): string => codeIn(error, 'SQLITE_')

/** Whether the server that keeps the database couldn't be reached: what the runtime’s `fetch` says then (WHATWG Fetch). */
export const isAway = (error: unknown): boolean =>
  chain(error).some((link) => link.name === 'TypeError' && link.message === 'fetch failed')

/** Whether that server gave up on a transaction: it doesn't let one hold up others for more than seconds. */
export const tookTooLong = (error: unknown): boolean => codeIn(error, 'TRANSACTION_TIMEOUT') !== ''
