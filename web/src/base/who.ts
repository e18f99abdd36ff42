const KEY = 'halitus.who'

/** Who signed in on this device, where anybody must: what they noted is sent in their name alone. Null where nobody must. */
export function whoIsHere(): string | null {
  try {
    return localStorage.getItem(KEY)
  } catch {
    return null
  }
}

/** Somebody signed in, or (null) out. */
export function rememberWho(role: string | null): void {
  try {
    if (role) localStorage.setItem(KEY, role)
    else localStorage.removeItem(KEY)
  } catch {
    // Without a store of the browser's own nothing waits longer than the page.
  }
}
