// How well the ear hears: prints the table of docs/accuracy.md and keeps it there.
// npm run accuracy                 everything; installs Debian's sampler and sound banks where it can
// npm run accuracy -- strokes      one section, printed only
// npm run accuracy -- FOLDER       WAVE files with a truth file beside each (format: docs/accuracy.md)
import { installPackages, must } from './setup.mjs'

installPackages()
must(process.execPath, ['--expose-gc', '--import', 'tsx', 'tools/accuracy/main.ts', ...process.argv.slice(2)])
