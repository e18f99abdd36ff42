import { hostname, networkInterfaces } from 'node:os'
import type { RequestHandler } from 'express'
import { HttpError } from './errors.ts'

/** The name in a Host header or an origin, without its port: `[::1]:4173` → `::1`. */
const nameOf = (authority: string): string =>
  authority
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')
    .replace(/\.$/, '')

/** The names by which this machine is reached at this moment; a laptop changes its addresses. */
function ownNames(): Set<string> {
  const own = hostname().toLowerCase()
  const addresses = Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map((i) => i.address))
  return new Set(['localhost', '127.0.0.1', '::1', own, own.replace(/(\.local)?$/, '.local'), ...addresses])
}

/**
 * Lets nobody in who doesn't belong: a page elsewhere can neither read the studio by giving its own name this machine's
 * address (the Host must be one of ours), nor change anything by a form or a script (Origin and Fetch Metadata must say
 * that the request comes from the studio's own page). Programs that send neither header are let through.
 * Sources: OWASP cross-site request forgery prevention; W3C Fetch Metadata Request Headers.
 * @param allowed further names that lead here, as a proxy's
 */
export function guard(allowed: readonly string[]): RequestHandler {
  const further = new Set(allowed.map(nameOf))
  // Asking the system for its addresses costs more than all else here: only a name that isn't known yet is worth it.
  let own = ownNames()
  const isOurs = (name: string) => further.has(name) || own.has(name) || (own = ownNames()).has(name)
  return (request, _, next) => {
    const host = request.headers.host ?? ''
    const name = nameOf(host)
    if (!isOurs(name))
      throw new HttpError(
        'wrong-host',
        `This studio isn’t reached as “${host.slice(0, 100)}”. If it should be, name it in ALLOWED_HOSTS.`,
      )
    const changes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method)
    const { origin } = request.headers
    const site = request.headers['sec-fetch-site']
    const elsewhere = 'Another site asked for this; only the studio’s own pages may.'
    if (site !== undefined && !['same-origin', 'none'].includes(String(site)))
      if (changes || request.headers['sec-fetch-mode'] !== 'navigate' || request.path.startsWith('/api'))
        throw new HttpError('cross-site', elsewhere)
    if (
      changes &&
      origin !== undefined &&
      origin.replace(/^https?:\/\//, '').toLowerCase() !== host.toLowerCase()
    )
      throw new HttpError('cross-site', elsewhere)
    const type = request.headers['content-type']
    // Sound is sent as it is and changes nothing; its route says what it takes.
    const asJson = /^application\/json\b/i.test(type ?? 'application/json')
    const sound = /^\/api\/(sound\/|lessons\/[^/]+\/takes$)/.test(request.path)
    // A tune's file comes in many types; those that any page may send without asking first aren't among them (Fetch, CORS).
    const file =
      /^\/api\/tunes$/.test(request.path) &&
      !/^(text\/plain|multipart\/form-data|application\/x-www-form-urlencoded)\b/i.test(type ?? '')
    const calendar = request.path === '/api/busy' && /^text\/calendar\b/i.test(type ?? '')
    if (changes && type !== undefined && !asJson && !sound && !file && !calendar)
      throw new HttpError(
        'not-json',
        `The body is sent as “${type.slice(0, 60)}”; allowed is application/json.`,
      )
    next()
  }
}
