import { createHash, X509Certificate } from 'node:crypto'
import { isIP } from 'node:net'
import express, { type Express } from 'express'
import helmet from 'helmet'
import { toString } from 'qrcode'
import { namesHere } from './certificates.ts'

const escaped = (s: string) => s.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`)

/** The address by which a phone reaches this machine, if it has one. */
export const addressForPhones = (): string =>
  namesHere().find((n) => isIP(n) === 4 && !n.startsWith('127.')) ??
  namesHere().find((n) => n.endsWith('.local')) ??
  'localhost'

const LOOPBACK = /^(localhost|127(\.\d+){3}|\[::1\])(:\d+)?$/i

/**
 * The address by which phones reach this studio: the one that was asked by where other machines can use it, else this
 * machine's own in the network; null where the server listens on this machine only.
 * @param asked protocol and host of a request
 * @param guarded whether other machines reach the server
 */
export function originForPhones(
  asked: { protocol: string; host: string | undefined },
  guarded: boolean,
): string | null {
  if (!guarded) return null
  const { protocol, host = '' } = asked
  if (host && !LOOPBACK.test(host)) return `${protocol}://${host}`
  const here = addressForPhones()
  const port = /:(\d+)$/.exec(host)?.[1]
  return here === 'localhost' ? null : `${protocol}://${here}${port ? `:${port}` : ''}`
}

/** SHA-256 of a certificate as phones show it. */
export const fingerprint = (pem: string): string =>
  createHash('sha256')
    .update(new X509Certificate(pem).raw)
    .digest('hex')
    .toUpperCase()
    .match(/../g)!
    .join(' ')

/**
 * One page over plain HTTP that walks a phone through trusting this studio once, and the certificate for it; nothing else is
 * served there.
 * @param authority the studio's own authority, PEM
 * @param httpsPort where the studio itself is
 */
export function trustPage(authority: string, httpsPort: number): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: { defaultSrc: ["'none'"], styleSrc: ["'unsafe-inline'"], upgradeInsecureRequests: null },
      },
      strictTransportSecurity: false,
    }),
  )
  app.get('/halitus-authority.crt', (_, response) => {
    response.type('application/x-x509-ca-cert').attachment('halitus-authority.crt').send(authority)
  })
  app.get('/', async (request, response) => {
    const asked = request.headers.host ?? ''
    // A name has 253 letters at most (RFC 1035, 2.3.4); anything else isn’t how it is reached.
    const known = /^[\w.:[\]-]{1,260}$/.test(asked)
    const host = known ? asked.replace(/:\d+$/, '') : addressForPhones()
    const studio = `https://${host}:${httpsPort}/`
    const here = known ? asked : `${host}:${request.socket.localPort}`
    const picture = await toString(`http://${here}/`, { type: 'svg', margin: 1 })
    response.type('html')
      .send(`<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Trust this studio once</title>
<style>body{font:18px/1.5 sans-serif;max-width:640px;margin:32px auto;padding:0 16px;color:#241d21;background:#fdfcfa}
a{color:#775210}code{font-size:13px;overflow-wrap:anywhere}svg{width:190px}li{margin:8px 0}</style>
<h1>Trust this studio once</h1>
<p>Halitus speaks to this device privately, so that the microphone works. It made its own certificate; each phone has to be told once.</p>
<div>${picture}</div><p>On another phone, scan this.</p>
<ol>
<li><a href="/halitus-authority.crt">Fetch the certificate</a>. Compare its fingerprint with the one on the server’s screen:<br><code>${escaped(fingerprint(authority))}</code></li>
<li><b>iPhone, iPad</b>: Settings, “Profile downloaded”, Install; then General, About, Certificate Trust Settings: switch it on.</li>
<li><b>Android</b>: Settings, Security, Encryption and credentials, Install a certificate, CA certificate: choose the file.</li>
<li><b>A computer</b>: open the file and trust it for websites; some browsers keep a list of their own in their settings.</li>
<li>Then open <a href="${escaped(studio)}">${escaped(studio)}</a>.</li>
</ol>
<p>The certificate can vouch for this machine’s names and for addresses inside a network at home or at school, for no site elsewhere, and ends after two years. Take it away in the same place when the studio is left. On a school’s device ask who looks after it first.</p>`)
  })
  app.use((_, response) => response.status(404).type('text').send('Nothing else is here.'))
  return app
}
