import { ADDRESSES, type PathNames } from '@halitus/core/addresses'
import type {
  AwayInput,
  AwayRecord,
  CardPatch,
  ChangedPlan,
  EntryInput,
  GroupBody,
  GroupPlanAnswer,
  ImportAnswer,
  JudgeAnswer,
  NumberInput,
  LearnerInput,
  LearnerPatch,
  LessonInput,
  LessonPatch,
  PastAnswer,
  PieceInput,
  PlayedAnswer,
  ReedInput,
  ReedRecord,
  ReedUseInput,
  Route,
  ROUTES,
  ServiceInput,
  SheetAnswer,
  Stage,
  StudioInput,
  TakeQuery,
  TakeRecord,
  TodayAnswer,
  Trouble,
  TuneAnswer,
  TunePlayer,
} from '@halitus/core/contract'
import type { Background } from '@halitus/core/squeaks'
import { heardTime, studioNow } from '@/base/clock.ts'
import { tellOtherTabs } from '@/base/elsewhere.ts'
import { newId } from '@/base/ids.ts'

/** The contract's routes by their addresses: what they take and give is the type's, and no schema is loaded for asking. */
const ROUTES_ASKED = ADDRESSES as unknown as typeof ROUTES

/** What the server said when it refused, or that it couldn't be reached. */
export class ApiError extends Error {
  override name = 'ApiError'
  readonly status: number
  readonly code: string
  readonly field: string | undefined
  constructor(status: number, code: string, message: string, field?: string) {
    super(message)
    this.status = status
    this.code = code
    this.field = field
  }
}

let signedOut = () => undefined as void
/** What is done when the server asks for a sign-in. */
export const whenSignedOut = (work: () => void) => void (signedOut = work)

/** The address of a route with its names filled in. */
function addressOf<P extends string>(
  route: Pick<Route<P>, 'path'>,
  params: Record<PathNames<P>, string>,
): string {
  const filled = route.path.replace(/:(\w+)/g, (_, name: PathNames<P>) => encodeURIComponent(params[name]))
  return `/api${filled}`
}

const SOMEBODY_ELSE =
  'Something else answered than the studio’s server, perhaps the network’s own sign-in page. What you see is kept here; try again.'

/**
 * Sends one request below `/api`, a file as it is and all else as JSON, and reads the answer.
 * @param type of a file @throws ApiError
 */
export async function deliver(
  method: string,
  address: string,
  body?: unknown,
  headers: Record<string, string> = {},
  type = 'audio/wav',
): Promise<unknown> {
  let response: Response
  try {
    response = await fetch(address, {
      method,
      ...(body instanceof ArrayBuffer
        ? { headers: { ...headers, 'content-type': type }, body }
        : body !== undefined && {
            headers: { ...headers, 'content-type': 'application/json' },
            body: JSON.stringify(body),
          }),
    })
  } catch {
    throw new ApiError(
      0,
      'unreachable',
      'The studio’s server doesn’t answer. What you see is kept here; try again.',
    )
  }
  heardTime(response.headers.get('halitus-now'), response.headers.get('date'))
  const data: unknown = await response.json().catch(() => undefined)
  if (!response.ok) {
    if (
      response.status === 401 &&
      !address.startsWith('/api/session') &&
      !/^\/api\/(accounts|second-factor)/.test(address)
    )
      signedOut()
    const error = (data as { error?: { code: string; message: string; field?: string } } | undefined)?.error
    if (!error?.code && response.status !== 401) throw new ApiError(0, 'not-the-studio', SOMEBODY_ELSE)
    throw new ApiError(
      response.status,
      error?.code ?? 'unknown',
      error?.message ?? `The server answered ${response.status}.`,
      error?.field,
    )
  }
  // Every answer of the studio's is an object: anything else is a network's own page, as one that asks to sign in.
  if (typeof data !== 'object' || data === null) throw new ApiError(0, 'not-the-studio', SOMEBODY_ELSE)
  if (method !== 'GET') tellOtherTabs()
  return data
}

/** Asks by a route of the contract. @throws ApiError */
const ask = <P extends string, B, Q, A>(
  route: Route<P, B, Q, A>,
  params: Record<PathNames<P>, string>,
  body?: B,
): Promise<A> => deliver(route.method.toUpperCase(), addressOf(route, params), body) as Promise<A>

/** How often it is asked where a work stands, ms. */
const LOOK_MS = 1000

/** Does heavy work under a name, and asks meanwhile where it stands in the line. */
async function standingInLine<T>(
  work: (headers: Record<string, string>) => Promise<T>,
  waiting: (before: number) => void,
): Promise<T> {
  const id = newId()
  const looking = setInterval(() => {
    // What isn't known under this name any more is done, or hasn't come yet.
    void ask(ROUTES_ASKED.work, { id }).then(
      ({ before }) => waiting(before),
      () => undefined,
    )
  }, LOOK_MS)
  try {
    return await work({ 'halitus-work': id })
  } finally {
    clearInterval(looking)
  }
}

/** The same request as a message that may wait. */
const message = <P extends string, B, Q, A>(
  route: Route<P, B, Q, A>,
  params: Record<PathNames<P>, string>,
  body?: B,
) => ({
  method: route.method.toUpperCase() as 'POST' | 'PUT' | 'DELETE',
  address: addressOf(route, params),
  ...(body !== undefined && { body }),
})

const ofWeek = <M extends { address: string }>(m: M, from: string): M => ({
  ...m,
  address: `${m.address}?from=${from}`,
})

/** Changes that may wait for the server: ids are made here, so that each may be sent again. */
export const changes = {
  writePlan: (id: string, stage: Stage, text: string, version: number) =>
    message(ROUTES_ASKED.writePlan, { id, stage }, { text, version }),
  addEntry: (id: string, entry: EntryInput) => message(ROUTES_ASKED.addEntry, { id }, entry),
  removeEntry: (id: string, entry: string) => message(ROUTES_ASKED.removeEntry, { id, entry }),
  /** @param from the week of the card that is seen: a link leads to the newest one, which may be another by then */
  tick: (id: string, from: string, row: string, session: number, done: boolean) =>
    ofWeek(
      done
        ? message(ROUTES_ASKED.tick, { id, row, session: String(session) }, { at: studioNow() })
        : message(ROUTES_ASKED.untick, { id, row, session: String(session) }),
      from,
    ),
  number: (id: string, from: string, row: string, session: number, number: NumberInput) =>
    ofWeek(
      message(ROUTES_ASKED.number, { id, row, session: String(session) }, { ...number, at: studioNow() }),
      from,
    ),
  sign: (id: string, from: string, by: string) => ofWeek(message(ROUTES_ASKED.sign, { id }, { by }), from),
  report: (id: string, from: string, report: { id: string; kind: Trouble; text: string }) =>
    ofWeek(message(ROUTES_ASKED.report, { id }, { ...report, at: studioNow() }), from),
}

type PlayedQuestion = {
  notes: { onsetS: number; durationS: number; midi: number; begins?: 'tongue' | 'slur' | undefined }[]
  tempo: number
  learner: string
  instrument: TunePlayer['instrument']
  as: TunePlayer['as']
  octave: number
  strokes?: { scheme: string; from: number; to: number } | undefined
}
const playedAsk = (params: { id: string; part: string }, body: PlayedQuestion): Promise<PlayedAnswer> =>
  deliver('POST', addressOf(ROUTES_ASKED.tunePlayed, params), body) as Promise<PlayedAnswer>

/** The contract's routes as the interface uses them; paths, bodies and answers are the contract's. */
export const api = {
  today: (week?: string) =>
    deliver(
      'GET',
      `${addressOf(ROUTES_ASKED.today, {})}${week ? `?week=${week}` : ''}`,
    ) as Promise<TodayAnswer>,
  learners: () => ask(ROUTES_ASKED.learners, {}),
  addLearner: (input: LearnerInput) => ask(ROUTES_ASKED.addLearner, {}, { id: newId(), ...input }),
  changeLearner: (id: string, patch: LearnerPatch) => ask(ROUTES_ASKED.changeLearner, { id }, patch),
  learner: (id: string) => ask(ROUTES_ASKED.learner, { id }),
  addLesson: (id: string, input: LessonInput) => ask(ROUTES_ASKED.addLesson, { id }, input),
  changeLesson: (id: string, patch: LessonPatch) => ask(ROUTES_ASKED.changeLesson, { id }, patch),
  removeLesson: (id: string) => ask(ROUTES_ASKED.removeLesson, { id }),
  seen: (id: string, seen: boolean) => ask(ROUTES_ASKED.seen, { id }, { seen }),
  lesson: (id: string) => ask(ROUTES_ASKED.lesson, { id }),
  finish: (id: string, finished: boolean) => ask(ROUTES_ASKED.finishLesson, { id }, { finished }),
  lessonPlan: (id: string) => ask(ROUTES_ASKED.lessonPlan, { id }),
  changeLessonPlan: (id: string, changed: ChangedPlan) => ask(ROUTES_ASKED.changeLessonPlan, { id }, changed),
  /** @param version of the card that is seen here, 0 for none */
  composeCard: (id: string, version: number) => ask(ROUTES_ASKED.composeCard, { id }, { version }),
  card: (id: string) => ask(ROUTES_ASKED.card, { id }),
  addNumber: (id: string, row: string, session: number, number: NumberInput) =>
    ask(ROUTES_ASKED.number, { id, row, session: String(session) }, number),
  dropNumber: (id: string, row: string, number: string) =>
    ask(ROUTES_ASKED.dropNumber, { id, row, session: '1', number }),
  changeCard: (id: string, patch: CardPatch) => ask(ROUTES_ASKED.changeCard, { id }, patch),
  pdfUrl: (id: string, paper: 'A4' | 'Letter', { large = false, adult = false } = {}) =>
    `${addressOf(ROUTES_ASKED.cardPdf, { id })}?paper=${paper}${large ? '&print=large' : ''}${adult ? '&adult=page' : ''}`,
  cardAppUrl: (id: string) => addressOf(ROUTES_ASKED.cardApp, { id }),
  practiceTimesUrl: (id: string, at: string) =>
    `${addressOf(ROUTES_ASKED.practiceTimes, { id })}?${new URLSearchParams({ at })}`,
  chartUrl: (id: string, instrument: string, as: 'pdf' | 'svg') =>
    `${addressOf(as === 'pdf' ? ROUTES_ASKED.chartPdf : ROUTES_ASKED.chartSvg, { id })}?instrument=${instrument}`,
  shelves: () => ask(ROUTES_ASKED.shelves, {}),
  shelvesOf: (id: string) => ask(ROUTES_ASKED.shelvesOf, { id }),
  addReed: (id: string, input: ReedInput) => ask(ROUTES_ASKED.addReed, { id }, input),
  changeReed: (id: string, patch: Partial<ReedRecord>) => ask(ROUTES_ASKED.changeReed, { id }, patch),
  addUse: (id: string, use: ReedUseInput) => ask(ROUTES_ASKED.addUse, { id }, use),
  removeUse: (id: string, use: string) => ask(ROUTES_ASKED.removeUse, { id, use }),
  pieces: (id: string) => ask(ROUTES_ASKED.pieces, { id }),
  week: (id: string, instrument: string) =>
    deliver(
      'GET',
      `${addressOf(ROUTES_ASKED.week, { id })}?${new URLSearchParams({ instrument })}`,
    ) as Promise<{ minutesPerSession: number; sessions: number; why: string }>,
  seriesUrl: (id: string) => addressOf(ROUTES_ASKED.series, { id }),
  termUrl: (id: string, instrument: string) =>
    `${addressOf(ROUTES_ASKED.termPdf, { id })}?${new URLSearchParams({ paper: 'A4', instrument })}`,
  overview: () => ask(ROUTES_ASKED.overview, {}),
  groups: () => ask(ROUTES_ASKED.groups, {}),
  putGroup: (id: string, group: GroupBody) => ask(ROUTES_ASKED.putGroup, { id }, group),
  removeGroup: (id: string) => ask(ROUTES_ASKED.removeGroup, { id }),
  groupPlan: (id: string, minutes: number, absent: readonly string[]) =>
    deliver(
      'GET',
      `${addressOf(ROUTES_ASKED.groupPlan, { id })}?${new URLSearchParams({ minutes: String(minutes), absent: absent.join(',') })}`,
    ) as Promise<GroupPlanAnswer>,
  beginGroup: (id: string, startsAt: string, minutes: number, absent: string[]) =>
    ask(ROUTES_ASKED.beginGroup, { id }, { startsAt, minutes, absent }),
  away: () => ask(ROUTES_ASKED.away, {}),
  addAway: (input: AwayInput) => ask(ROUTES_ASKED.addAway, {}, input),
  removeAway: (id: string) => ask(ROUTES_ASKED.removeAway, { id }),
  readBusy: (file: ArrayBuffer) =>
    deliver('PUT', addressOf(ROUTES_ASKED.readBusy, {}), file, {}, 'text/calendar') as Promise<{
      away: AwayRecord[]
    }>,
  forgetBusy: () => ask(ROUTES_ASKED.forgetBusy, {}),
  agendaUrl: () => addressOf(ROUTES_ASKED.agenda, {}),
  leave: (id: string, name: string) => ask(ROUTES_ASKED.leave, { id }, { name }),
  leaving: () => ask(ROUTES_ASKED.leaving, {}),
  stay: (id: string) => ask(ROUTES_ASKED.stay, { id }),
  exportLearner: (id: string) => ask(ROUTES_ASKED.exportLearner, { id }),
  session: () => ask(ROUTES_ASKED.session, {}),
  setUp: (code: string, password: string) => ask(ROUTES_ASKED.setUp, {}, { code, password }),
  signIn: (role: 'teacher' | 'helper', password: string, code?: string) =>
    ask(ROUTES_ASKED.signIn, {}, { role, password, ...(code && { code }) }),
  signOut: () => ask(ROUTES_ASKED.signOut, {}),
  accounts: () => ask(ROUTES_ASKED.accounts, {}),
  setAccount: (role: 'teacher' | 'helper', password: string | null, current?: string) =>
    ask(ROUTES_ASKED.setAccount, { role }, { password, ...(current !== undefined && { current }) }),
  beginSecond: (current: string) => ask(ROUTES_ASKED.beginSecond, {}, { current }),
  confirmSecond: (code: string) => ask(ROUTES_ASKED.confirmSecond, {}, { code }),
  removeSecond: (current: string) => ask(ROUTES_ASKED.removeSecond, {}, { current }),
  links: (id: string) => ask(ROUTES_ASKED.links, { id }),
  addLink: (id: string) => ask(ROUTES_ASKED.addLink, { id }),
  revokeLink: (id: string) => ask(ROUTES_ASKED.revokeLink, { id }),
  backups: () => ask(ROUTES_ASKED.backups, {}),
  backUp: () => ask(ROUTES_ASKED.backUp, {}),
  restore: (name: string) => ask(ROUTES_ASKED.restore, { name }),
  squeakBackground: (lesson: string) =>
    deliver(
      'GET',
      `${addressOf(ROUTES_ASKED.squeakBackground, {})}?lesson=${encodeURIComponent(lesson)}`,
    ) as Promise<Background & { weeksPlaying: number }>,
  squeakPast: (instrument: string, learner?: string) =>
    deliver(
      'GET',
      `${addressOf(ROUTES_ASKED.squeakPast, {})}?${new URLSearchParams({ instrument, ...(learner && { learner }) })}`,
    ) as Promise<PastAnswer>,
  addPiece: (id: string, input: PieceInput) => ask(ROUTES_ASKED.addPiece, { id }, input),
  addService: (id: string, input: ServiceInput) => ask(ROUTES_ASKED.addService, { id }, input),
  removeService: (id: string, service: string) => ask(ROUTES_ASKED.removeService, { id, service }),
  piecePdfUrl: (id: string) => `${addressOf(ROUTES_ASKED.piecePdf, { id })}?paper=A4`,
  takes: (learner: string) => ask(ROUTES_ASKED.takes, { id: learner }),
  keepTake: (lesson: string, { id, label, consent }: TakeQuery, wav: ArrayBuffer) =>
    deliver(
      'POST',
      `${addressOf(ROUTES_ASKED.keepTake, { id: lesson })}?${new URLSearchParams({ id, label: label ?? '', consent })}`,
      wav,
    ) as Promise<TakeRecord>,
  takeUrl: (id: string) => addressOf(ROUTES_ASKED.takeSound, { id }),
  takeSound: async (id: string) => {
    const response = await fetch(addressOf(ROUTES_ASKED.takeSound, { id }))
    if (!response.ok)
      throw new ApiError(response.status, 'not-found', 'The sound of this take isn’t here any more.')
    return response.arrayBuffer()
  },
  dropTake: (id: string) => ask(ROUTES_ASKED.dropTake, { id }),
  tunes: () => ask(ROUTES_ASKED.tunes, {}),
  /** @param file as it came, or text that was typed */
  addTune: (file: ArrayBuffer, name: string, type: string) =>
    deliver(
      'POST',
      `${addressOf(ROUTES_ASKED.addTune, {})}?${new URLSearchParams({ name })}`,
      file,
      {},
      type,
    ) as Promise<TuneAnswer>,
  changeTune: (id: string, patch: Pick<TuneAnswer, 'title' | 'rights'>) =>
    ask(ROUTES_ASKED.changeTune, { id }, patch),
  removeTune: (id: string) => ask(ROUTES_ASKED.removeTune, { id }),
  setTunePlayer: (id: string, learner: string, how: Omit<TunePlayer, 'tuneId' | 'learnerId'>) =>
    ask(ROUTES_ASKED.setTunePlayer, { id, learner }, how),
  tuneSheet: (id: string, part: string, query: Record<string, string>) =>
    deliver(
      'GET',
      `${addressOf(ROUTES_ASKED.tuneSheet, { id, part })}?${new URLSearchParams(query)}`,
    ) as Promise<SheetAnswer>,
  tunePlayed: (id: string, part: string, asked: Parameters<typeof playedAsk>[1]) =>
    playedAsk({ id, part }, asked),
  tuneJudge: (id: string, part: string, asked: Omit<PlayedQuestion, 'learner'>) =>
    deliver('POST', addressOf(ROUTES_ASKED.tuneJudge, { id, part }), asked) as Promise<JudgeAnswer>,
  tuneUrl: (id: string, part: string, as: 'pdf' | 'svg' | 'midi', query: Record<string, string>) =>
    `${addressOf(as === 'pdf' ? ROUTES_ASKED.tunePdf : as === 'svg' ? ROUTES_ASKED.tuneSvg : ROUTES_ASKED.tuneMidi, { id, part })}?${new URLSearchParams(query)}`,
  tuneXmlUrl: (id: string, learner: string) =>
    `${addressOf(ROUTES_ASKED.tuneXml, { id })}?${new URLSearchParams({ learner })}`,
  studio: () => ask(ROUTES_ASKED.studio, {}),
  writeStudio: (input: StudioInput) => ask(ROUTES_ASKED.writeStudio, {}, input),
  exportStudio: () => ask(ROUTES_ASKED.export, {}),
  /** @param waiting told how many heavy works come before it, while some do */
  importStudio: (file: unknown, waiting: (before: number) => void = () => undefined) =>
    standingInLine(
      (headers) => deliver('POST', addressOf(ROUTES_ASKED.import, {}), file, headers),
      waiting,
    ) as Promise<ImportAnswer>,
}
