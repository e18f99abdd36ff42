// Where the two copies of each fingering chart differ, and which fingerings are in doubt.
import { installPackages, must } from './setup.mjs'

installPackages()
must(process.execPath, ['--import', 'tsx', 'tools/compare-charts.ts'])
