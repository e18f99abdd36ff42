// What goes wrong outside any test, as an error that nobody caught: kept for the summary, where it is seen.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './setup.mjs'

export default class BesideTests {
  onTestRunEnd(modules, errors) {
    const said = [
      ...modules.flatMap((m) => m.errors().map((e) => `${m.moduleId}: ${e.message}`)),
      ...errors.map((e) => `beside the tests: ${e.message}\n${(e.stack ?? '').slice(0, 600)}`),
    ]
    writeFileSync(join(root, '.cache', 'beside-tests.json'), JSON.stringify(said))
  }
}
