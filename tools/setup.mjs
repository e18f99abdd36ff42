// Brings a checkout to the state that starting and testing need. Node built-ins only: it runs before anything is
// installed. What is there already is left alone.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))
export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium'

/** Runs a command in the checkout and ends this program when it fails. */
export function must(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options })
  if (done.status !== 0) {
    console.error(`${command} ${args.join(' ')} failed.`)
    process.exit(done.status ?? 1)
  }
}

/** Installs the packages of the lock file unless exactly these are installed. */
export function installPackages() {
  const hash = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const stamp = join(root, 'node_modules', '.halitus-lock')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return
  console.log('Installing packages …')
  must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  writeFileSync(stamp, hash)
}

function newest(folder) {
  let latest = 0
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'node_modules' || entry.name === 'dist') continue
    const path = join(folder, entry.name)
    latest = Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs)
  }
  return latest
}

/** Builds the interface unless the build is newer than every source. */
export function buildWeb() {
  const built = join(root, 'web', 'dist', 'index.html')
  const sources = Math.max(
    newest(join(root, 'web')),
    newest(join(root, 'core', 'src')),
    statSync(join(root, 'package-lock.json')).mtimeMs,
  )
  if (existsSync(built) && statSync(built).mtimeMs > sources) return
  console.log('Building the interface …')
  must('npm', ['run', 'build', '-w', 'web', '--loglevel=error', '--', '--logLevel', 'warn'])
}

/** Installs Debian's Chromium for the browser tests where it is missing. */
export function installChromium() {
  if (existsSync(CHROMIUM)) return
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    console.error(
      `The browser tests need Chromium at ${CHROMIUM}. Install it (on Debian: apt-get install chromium), or name another in CHROMIUM.`,
    )
    process.exit(1)
  }
  console.log('Installing Chromium …')
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  must('apt-get', ['-qq', '-o', 'DPkg::Lock::Timeout=300', 'update'], { env })
  must(
    'apt-get',
    ['-qq', '-o', 'DPkg::Lock::Timeout=300', 'install', '-y', '--no-install-recommends', 'chromium'],
    {
      env,
      stdio: ['ignore', 'ignore', 'inherit'],
    },
  )
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  installPackages()
  buildWeb()
}
