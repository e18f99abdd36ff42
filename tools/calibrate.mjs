// Measures of each instrument's tube, so that its own chart plays in tune: core/src/acoustics/measures.
import { installPackages, must } from './setup.mjs'

installPackages()
must(process.execPath, ['--import', 'tsx', 'tools/calibrate/main.ts', ...process.argv.slice(2)])
