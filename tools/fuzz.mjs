// npm run fuzz [requests] [files]: every route of the description, WAVE files and studio files, mutated; figures into docs/reliability.md
import { installPackages, must } from './setup.mjs'

installPackages()
must(process.execPath, ['--import', 'tsx', 'tools/fuzz/main.ts', ...process.argv.slice(2)])
