// Figures for speed and size. Ratios where the machine's noise matters: other work may share it.
import { installPackages, must, buildWeb } from './setup.mjs'

installPackages()
buildWeb()
must(process.execPath, ['--import', 'tsx', 'tools/bench/main.ts'])
