// Which small mistakes pass unseen: Stryker over core, folder by folder, so that a run can be taken up where it stopped.
// npm run mutate                all folders of core
// npm run mutate -- records     some of them; the other folders' last reports are kept and counted
// npm run mutate -- sound --sample 120     only the mistakes on about so many lines, drawn by chance: for folders whose tests
//                               are whole recordings, where every mistake takes half a minute
// npm run mutate -- records reeds --sample 200   about so many lines of several folders (of all, when none is named), drawn
//                               in one run: an estimate, where each folder counts by its lines
// npm run mutate -- --sample 200 --draw 2        other lines than those of the first draw: a second opinion
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { installPackages, root } from './setup.mjs'

installPackages()
const reports = join(root, '.cache', 'mutation')
mkdirSync(reports, { recursive: true })
const { default: config } = await import('../stryker.config.mjs')
const option = (name, otherwise) => {
  const at = process.argv.indexOf(name)
  return at > 0 ? Number(process.argv[at + 1]) : otherwise
}
const lines = option('--sample', 0)
const draw = option('--draw', 1)
const excluded = config.mutate.filter((glob) => glob.startsWith('!'))

const all = readdirSync(join(root, 'core', 'src')).sort()
const asked = process.argv.slice(2).filter((name) => all.includes(name))
const ESTIMATE = 'estimate'
const estimated = lines > 0 && asked.length !== 1
const together = asked.length ? asked : all
for (const folder of estimated ? [ESTIMATE] : asked.length ? asked : all) {
  const json = join(reports, `${folder}.json`)
  rmSync(json, { force: true })
  const targets = lines ? drawn(estimated ? together : [folder], lines) : [`core/src/${folder}/**/*.ts`]
  const options = join(reports, `${folder}.config.mjs`)
  writeFileSync(
    options,
    `import base from '../../stryker.config.mjs'\nexport default { ...base, mutate: ${JSON.stringify([...targets, ...excluded])}, jsonReporter: { fileName: ${JSON.stringify(json)} }, incremental: ${!lines}, incrementalFile: ${JSON.stringify(join(reports, `${folder}.incremental.json`))} }\n`,
  )
  console.log(`\n${folder}`)
  spawnSync(join(root, 'node_modules', '.bin', 'stryker'), ['run', options], {
    cwd: root,
    env: { ...process.env, MUTATE: '1' },
    stdio: ['ignore', process.env.MUTATE_VERBOSE ? 'inherit' : 'ignore', 'inherit'],
  })
}

/** The files of a folder in which mistakes are made, each as its lines. */
function codeOf(folder) {
  return readdirSync(join(root, 'core', 'src', folder), { recursive: true })
    .map((name) => `core/src/${folder}/${name}`)
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.d.ts') && !file.endsWith('index.ts'))
    .filter((file) => !excluded.some((glob) => fits(glob.slice(1), file)))
    .map((file) => ({ file, code: readFileSync(join(root, file), 'utf8').split('\n') }))
}

/** Stretches of three lines of some folders, drawn by chance but always the same ones, as Stryker takes them. */
function drawn(folders, count) {
  const all = folders.flatMap(codeOf).flatMap(({ file, code }) => {
    return code.flatMap((_, i) =>
      i % 3 === 0 ? [{ file, from: i + 1, to: Math.min(code.length, i + 3) }] : [],
    )
  })
  // Park & Miller, 1988: which lines are drawn doesn't change from run to run.
  let state = 20250101
  const random = () => (state = (state * 48271) % 2147483647) / 2147483647
  // Another draw begins far along the same sequence: a multiple of its beginning would draw many of the same lines.
  for (let k = 0; k < (draw - 1) * 100_003; k++) random()
  return all
    .map((piece) => ({ piece, at: random() }))
    .sort((a, b) => a.at - b.at)
    .slice(0, Math.ceil(count / 3))
    .map(({ piece }) => `${piece.file}:${piece.from}-${piece.to}`)
}

/** Whether a file is one of a pattern's, as far as the patterns of the configuration go: `*`, `**` and `{a,b}`. */
function fits(glob, file) {
  const pattern = glob
    .replace(/[.+^$()|[\]\\]/g, '\\$&')
    .replace(/\{([^}]*)\}/g, (_, names) => `(${names.replaceAll(',', '|')})`)
    .replace(/\*\*\/|\*/g, (star) => (star === '*' ? '[^/]*' : '(.*/)?'))
  return new RegExp(`^${pattern}$`).test(file)
}

const CAUGHT = ['Killed', 'Timeout', 'RuntimeError']
const MISSED = ['Survived', 'NoCoverage']
const line = (name, caught, missed) => {
  const share = (100 * caught) / Math.max(1, caught + missed)
  console.log(
    `${name.padEnd(14)} ${share.toFixed(1).padStart(6)} %   ${caught} of ${caught + missed} noticed`,
  )
  return share
}
const total = [0, 0]
/** Of a part that was drawn by chance, what a folder counts is its size. */
let [weighed, weight] = [0, 0]
let low = false
const unseen = process.argv.includes('--unseen')
console.log('\nMistakes noticed by the tests (target: 75 % in all, no folder under 60 %)')
for (const folder of all) {
  const json = join(reports, `${estimated && together.includes(folder) ? ESTIMATE : folder}.json`)
  if (!existsSync(json)) continue
  const report = Object.entries(JSON.parse(readFileSync(json, 'utf8')).files)
  const files = Object.fromEntries(report.filter(([file]) => file.startsWith(`core/src/${folder}/`)))
  // What was chosen while a module was loaded isn't loaded again for each mistake: those say nothing either way.
  const mutants = Object.entries(files).flatMap(([file, { mutants }]) =>
    mutants.filter((m) => !m.static).map((m) => ({ ...m, file })),
  )
  const caught = mutants.filter((m) => CAUGHT.includes(m.status)).length
  const missed = mutants.filter((m) => MISSED.includes(m.status))
  if (!caught && !missed.length) continue
  total[0] += caught
  total[1] += missed.length
  const noticed = line(folder, caught, missed.length)
  if (noticed < 60) low = true
  const size = codeOf(folder).reduce((n, { code }) => n + code.length, 0)
  weighed += size * noticed
  weight += size
  if (unseen)
    for (const m of missed)
      console.log(
        `    ${m.file}:${m.location.start.line}:${m.location.start.column} ${m.mutatorName} → ${(m.replacement ?? '').slice(0, 70).replace(/\s+/g, ' ')}`,
      )
}
let share = line('all', ...total)
if (lines) {
  share = weighed / Math.max(1, weight)
  console.log(`each folder by its lines ${share.toFixed(1)} %`)
}
process.exit(share < 75 || low ? 1 : 0)
