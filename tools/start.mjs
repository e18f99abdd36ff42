// Starts the studio; with --demo, on a database of its own that is filled with the demo studio.
import { runServer } from './run-server.mjs'
import { buildWeb, installPackages } from './setup.mjs'

installPackages()
buildWeb()
const demo = process.argv.includes('--demo')
const env = { ...process.env }
env.DATABASE_URL ??= demo ? 'file:data/demo.db' : 'file:data/halitus.db'
env.NODE_ENV ??= 'production'
runServer(demo ? ['--demo'] : [], env)
