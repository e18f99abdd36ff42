// npm run restore              lists the backups
// npm run restore -- NAME      puts one back; the server must be stopped
import { installPackages, must } from './setup.mjs'

installPackages()
const env = { ...process.env }
env.DATABASE_URL ??= 'file:data/halitus.db'
must(process.execPath, ['--import', 'tsx', 'server/src/restore.ts', ...process.argv.slice(2)], { env })
