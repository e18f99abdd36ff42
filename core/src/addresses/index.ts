/**
 * Where each route of the API is: method and path below `/api`, and nothing else, so that a page which only asks needn't load
 * what checks. What goes in and out of them is the contract's.
 *
 * @example
 * ADDRESSES.today // { method: 'get', path: '/today' }
 */

export type Method = 'get' | 'post' | 'put' | 'patch' | 'delete'

/** Names in a path: `/lessons/:id/entries/:entry` → `'id' | 'entry'`. */
export type PathNames<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | PathNames<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? Name
    : never

export const ADDRESSES = {
  health: { method: 'get', path: '/health' },
  work: { method: 'get', path: '/work/:id' },
  openapi: { method: 'get', path: '/openapi.json' },
  today: { method: 'get', path: '/today' },
  learners: { method: 'get', path: '/learners' },
  addLearner: { method: 'post', path: '/learners' },
  learner: { method: 'get', path: '/learners/:id' },
  changeLearner: { method: 'patch', path: '/learners/:id' },
  writePlan: { method: 'put', path: '/learners/:id/plans/:stage' },
  addLesson: { method: 'post', path: '/learners/:id/lessons' },
  lesson: { method: 'get', path: '/lessons/:id' },
  addEntry: { method: 'post', path: '/lessons/:id/entries' },
  removeEntry: { method: 'delete', path: '/lessons/:id/entries/:entry' },
  changeLesson: { method: 'patch', path: '/lessons/:id' },
  removeLesson: { method: 'delete', path: '/lessons/:id' },
  finishLesson: { method: 'put', path: '/lessons/:id/finished' },
  composeCard: { method: 'post', path: '/lessons/:id/card' },
  takes: { method: 'get', path: '/learners/:id/takes' },
  keepTake: { method: 'post', path: '/lessons/:id/takes' },
  takeSound: { method: 'get', path: '/takes/:id' },
  dropTake: { method: 'delete', path: '/takes/:id' },
  card: { method: 'get', path: '/cards/:id' },
  changeCard: { method: 'patch', path: '/cards/:id' },
  tick: { method: 'put', path: '/cards/:id/ticks/:row/:session' },
  untick: { method: 'delete', path: '/cards/:id/ticks/:row/:session' },
  report: { method: 'post', path: '/cards/:id/reports' },
  seen: { method: 'put', path: '/reports/:id/seen' },
  chartPdf: { method: 'get', path: '/learners/:id/chart/pdf' },
  chartSvg: { method: 'get', path: '/learners/:id/chart/svg' },
  cardPdf: { method: 'get', path: '/cards/:id/pdf' },
  shelves: { method: 'get', path: '/reeds' },
  advise: { method: 'post', path: '/reeds/advise' },
  shelvesOf: { method: 'get', path: '/learners/:id/reeds' },
  addReed: { method: 'post', path: '/learners/:id/reeds' },
  changeReed: { method: 'patch', path: '/reeds/:id' },
  addUse: { method: 'post', path: '/reeds/:id/uses' },
  removeUse: { method: 'delete', path: '/reeds/:id/uses/:use' },
  pieces: { method: 'get', path: '/learners/:id/pieces' },
  addPiece: { method: 'post', path: '/learners/:id/pieces' },
  addService: { method: 'post', path: '/pieces/:id/services' },
  removeService: { method: 'delete', path: '/pieces/:id/services/:service' },
  piecePdf: { method: 'get', path: '/pieces/:id/pdf' },
  instruments: { method: 'get', path: '/instruments' },
  fingerings: { method: 'get', path: '/instruments/:id/fingerings' },
  move: { method: 'post', path: '/fingering/move' },
  path: { method: 'post', path: '/fingering/path' },
  predict: { method: 'post', path: '/acoustics/predict' },
  faults: { method: 'post', path: '/acoustics/faults' },
  squeakKnowledge: { method: 'get', path: '/squeaks/knowledge' },
  diagnose: { method: 'post', path: '/squeaks/diagnose' },
  squeakBackground: { method: 'get', path: '/squeaks/background' },
  squeakPast: { method: 'get', path: '/squeaks/past' },
  analyse: { method: 'post', path: '/sound/analyse' },
  crossings: { method: 'post', path: '/sound/crossings' },
  studio: { method: 'get', path: '/studio' },
  writeStudio: { method: 'put', path: '/studio' },
  export: { method: 'get', path: '/export' },
  import: { method: 'post', path: '/import' },
  leave: { method: 'delete', path: '/learners/:id' },
  leaving: { method: 'get', path: '/leaving' },
  stay: { method: 'delete', path: '/learners/:id/deleted' },
  exportLearner: { method: 'get', path: '/learners/:id/export' },
  session: { method: 'get', path: '/session' },
  setUp: { method: 'post', path: '/session/set-up' },
  signIn: { method: 'post', path: '/session' },
  signOut: { method: 'delete', path: '/session' },
  accounts: { method: 'get', path: '/accounts' },
  setAccount: { method: 'put', path: '/accounts/:role' },
  beginSecond: { method: 'post', path: '/second-factor' },
  confirmSecond: { method: 'put', path: '/second-factor' },
  removeSecond: { method: 'delete', path: '/second-factor' },
  links: { method: 'get', path: '/learners/:id/links' },
  addLink: { method: 'post', path: '/learners/:id/links' },
  revokeLink: { method: 'delete', path: '/links/:id' },
  backups: { method: 'get', path: '/backups' },
  backUp: { method: 'post', path: '/backups' },
  restore: { method: 'post', path: '/backups/:name/restore' },
} as const satisfies Record<string, { method: Method; path: string }>
