// Everything that must hold before a change lands: types, lint, unit and API tests, browser tests. Installs what is
// missing first, and ends with one line that counts all suites together.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildWeb, installChromium, installPackages, root } from './setup.mjs'

installPackages()
installChromium()
const cache = join(root, '.cache')
mkdirSync(cache, { recursive: true })

const bin = (name) => join(root, 'node_modules', '.bin', name)
const total = { passed: 0, failed: 0 }
/** What failed, by name: said again at the end, where it is seen when the rest of a long log isn’t. */
const failures = []

function step(title, command, args, env = {}) {
  console.log(`\n${title}`)
  return (
    spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } }).status === 0
  )
}
/** A step that is right or wrong as a whole counts as one test; what it writes is shown when it has ended. */
const whole = (title, command, args) =>
  new Promise((resolve) => {
    const running = spawn(command, args, { cwd: root })
    const said = []
    for (const stream of [running.stdout, running.stderr]) stream.on('data', (data) => said.push(data))
    const ended = (ok) => {
      console.log(`\n${title}\n${Buffer.concat(said).toString()}`)
      if (ok) total.passed++
      else {
        total.failed++
        failures.push(title)
      }
      resolve()
    }
    running.once('error', (error) => {
      said.push(Buffer.from(error.message))
      ended(false)
    })
    running.once('close', (code) => ended(code === 0))
  })
/** Counts a suite from the report it leaves; no report, or none passed, is a failure whatever the exit code says. */
function counted(ok, file, read) {
  let counts = { passed: 0, failed: 0, names: [] }
  try {
    counts = read(JSON.parse(readFileSync(file, 'utf8')))
  } catch {
    console.error(`${file} is missing: the suite didn’t run to its end.`)
  }
  total.passed += counts.passed
  failures.push(...counts.names)
  if (counts.failed) total.failed += counts.failed
  else if (!ok || counts.passed === 0) {
    total.failed++
    failures.push(`${file}: no test failed, and yet the suite ended with an error or without a test`)
  }
}

/** The browser tests of a file or a group in it that went wrong, each with its file. */
const unexpected = (suite) => [
  ...suite.specs.filter((spec) => !spec.ok).map((spec) => `${spec.file}: ${spec.title}`),
  ...(suite.suites ?? []).flatMap(unexpected),
]

// Each of these needs one core: two at a time.
await Promise.all([
  whole('Types', bin('tsc'), ['--noEmit', '-p', 'tsconfig.json']).then(() =>
    whole('Lint', bin('eslint'), ['.', '--max-warnings', '0']),
  ),
  whole('Types of the interface', bin('vue-tsc'), ['--noEmit', '-p', 'web/tsconfig.json']).then(() =>
    whole('Format', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
  ),
])

/** What went wrong in the unit tests outside any of them. */
function besideTests() {
  const file = join(cache, 'beside-tests.json')
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : []
}
const unit = join(cache, 'unit.json')
rmSync(unit, { force: true })
counted(
  step('Unit and API tests', bin('vitest'), [
    'run',
    '--reporter=default',
    '--reporter=json',
    '--reporter=./tools/beside-tests.mjs',
    `--outputFile.json=${unit}`,
  ]),
  unit,
  (r) => ({
    passed: r.numPassedTests,
    failed: r.numFailedTests,
    names: [
      ...r.testResults.flatMap((suite) =>
        suite.assertionResults
          .filter((test) => test.status === 'failed')
          .map((test) => `${suite.name}: ${test.fullName}\n${test.failureMessages.join('\n').slice(0, 600)}`),
      ),
      ...besideTests(),
    ],
  }),
)

buildWeb()
const browser = join(cache, 'e2e', 'results.json')
rmSync(browser, { force: true })
counted(
  step('Browser tests', bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts']),
  browser,
  (r) => ({
    // A test may be tried again, for the machine stands still at times; one that then passes has passed, and the list says so.
    passed: r.stats.expected + r.stats.flaky,
    failed: r.stats.unexpected,
    names: r.suites.flatMap(unexpected),
  }),
)

if (failures.length) console.log(`\nFailed:\n${failures.join('\n')}`)

console.log(`\n${total.passed} passed, ${total.failed} failed`)
process.exit(total.failed ? 1 : 0)
