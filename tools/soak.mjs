// npm run soak [part]: kills, stops, locks and load against a server of its own; figures into docs/reliability.md
import { installPackages, must } from './setup.mjs'

installPackages()
must(process.execPath, ['--import', 'tsx', 'tools/soak/main.ts', ...process.argv.slice(2)])
