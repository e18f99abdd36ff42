import {
  ROUTES,
  type CardPatch,
  type ImportAnswer,
  type EntryInput,
  type LearnerInput,
  type LearnerPatch,
  type LessonInput,
  type LessonPatch,
  type PastAnswer,
  type PathNames,
  type PieceInput,
  type ReedInput,
  type ReedRecord,
  type ReedUseInput,
  type Route,
  type ServiceInput,
  type Stage,
  type StudioInput,
  type TakeQuery,
  type TakeRecord,
  type TodayAnswer,
  type Trouble,
} from '@halitus/core/contract'
import type { Background } from '@halitus/core/squeaks'
import { heardTime, studioNow } from '@/base/clock.ts'
import { tellOtherTabs } from '@/base/elsewhere.ts'
import { newId } from '@/base/ids.ts'

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

/** Sends one request below `/api`, a sound as it is and all else as JSON, and reads the answer. @throws ApiError */
export async function deliver(
  method: string,
  address: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<unknown> {
  let response: Response
  try {
    response = await fetch(address, {
      method,
      ...(body instanceof ArrayBuffer
        ? { headers: { ...headers, 'content-type': 'audio/wav' }, body }
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
    throw new ApiError(
      response.status,
      error?.code ?? 'unknown',
      error?.message ?? `The server answered ${response.status}.`,
      error?.field,
    )
  }
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
    void ask(ROUTES.work, { id }).then(
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

/** Changes that may wait for the server: ids are made here, so that each may be sent again. */
export const changes = {
  writePlan: (id: string, stage: Stage, text: string, version: number) =>
    message(ROUTES.writePlan, { id, stage }, { text, version }),
  addEntry: (id: string, entry: EntryInput) => message(ROUTES.addEntry, { id }, entry),
  removeEntry: (id: string, entry: string) => message(ROUTES.removeEntry, { id, entry }),
  tick: (id: string, row: string, session: number, done: boolean) =>
    done
      ? message(ROUTES.tick, { id, row, session: String(session) }, { at: studioNow() })
      : message(ROUTES.untick, { id, row, session: String(session) }),
  report: (id: string, report: { id: string; kind: Trouble; text: string }) =>
    message(ROUTES.report, { id }, { ...report, at: studioNow() }),
}

/** The contract's routes as the interface uses them; paths, bodies and answers are the contract's. */
export const api = {
  today: (week?: string) =>
    deliver('GET', `${addressOf(ROUTES.today, {})}${week ? `?week=${week}` : ''}`) as Promise<TodayAnswer>,
  learners: () => ask(ROUTES.learners, {}),
  addLearner: (input: LearnerInput) => ask(ROUTES.addLearner, {}, { id: newId(), ...input }),
  changeLearner: (id: string, patch: LearnerPatch) => ask(ROUTES.changeLearner, { id }, patch),
  learner: (id: string) => ask(ROUTES.learner, { id }),
  addLesson: (id: string, input: LessonInput) => ask(ROUTES.addLesson, { id }, input),
  changeLesson: (id: string, patch: LessonPatch) => ask(ROUTES.changeLesson, { id }, patch),
  removeLesson: (id: string) => ask(ROUTES.removeLesson, { id }),
  seen: (id: string, seen: boolean) => ask(ROUTES.seen, { id }, { seen }),
  lesson: (id: string) => ask(ROUTES.lesson, { id }),
  finish: (id: string, finished: boolean) => ask(ROUTES.finishLesson, { id }, { finished }),
  /** @param version of the card that is seen here, 0 for none */
  composeCard: (id: string, version: number) => ask(ROUTES.composeCard, { id }, { version }),
  card: (id: string) => ask(ROUTES.card, { id }),
  changeCard: (id: string, patch: CardPatch) => ask(ROUTES.changeCard, { id }, patch),
  pdfUrl: (id: string, paper: 'A4' | 'Letter', large = false) =>
    `${addressOf(ROUTES.cardPdf, { id })}?paper=${paper}${large ? '&print=large' : ''}`,
  shelves: () => ask(ROUTES.shelves, {}),
  shelvesOf: (id: string) => ask(ROUTES.shelvesOf, { id }),
  addReed: (id: string, input: ReedInput) => ask(ROUTES.addReed, { id }, input),
  changeReed: (id: string, patch: Partial<ReedRecord>) => ask(ROUTES.changeReed, { id }, patch),
  addUse: (id: string, use: ReedUseInput) => ask(ROUTES.addUse, { id }, use),
  removeUse: (id: string, use: string) => ask(ROUTES.removeUse, { id, use }),
  pieces: (id: string) => ask(ROUTES.pieces, { id }),
  leave: (id: string, name: string) => ask(ROUTES.leave, { id }, { name }),
  leaving: () => ask(ROUTES.leaving, {}),
  stay: (id: string) => ask(ROUTES.stay, { id }),
  exportLearner: (id: string) => ask(ROUTES.exportLearner, { id }),
  session: () => ask(ROUTES.session, {}),
  setUp: (code: string, password: string) => ask(ROUTES.setUp, {}, { code, password }),
  signIn: (role: 'teacher' | 'helper', password: string, code?: string) =>
    ask(ROUTES.signIn, {}, { role, password, ...(code && { code }) }),
  signOut: () => ask(ROUTES.signOut, {}),
  accounts: () => ask(ROUTES.accounts, {}),
  setAccount: (role: 'teacher' | 'helper', password: string | null, current?: string) =>
    ask(ROUTES.setAccount, { role }, { password, ...(current !== undefined && { current }) }),
  beginSecond: (current: string) => ask(ROUTES.beginSecond, {}, { current }),
  confirmSecond: (code: string) => ask(ROUTES.confirmSecond, {}, { code }),
  removeSecond: (current: string) => ask(ROUTES.removeSecond, {}, { current }),
  links: (id: string) => ask(ROUTES.links, { id }),
  addLink: (id: string) => ask(ROUTES.addLink, { id }),
  revokeLink: (id: string) => ask(ROUTES.revokeLink, { id }),
  backups: () => ask(ROUTES.backups, {}),
  backUp: () => ask(ROUTES.backUp, {}),
  restore: (name: string) => ask(ROUTES.restore, { name }),
  squeakBackground: (lesson: string) =>
    deliver(
      'GET',
      `${addressOf(ROUTES.squeakBackground, {})}?lesson=${encodeURIComponent(lesson)}`,
    ) as Promise<Background & { weeksPlaying: number }>,
  squeakPast: (instrument: string, learner?: string) =>
    deliver(
      'GET',
      `${addressOf(ROUTES.squeakPast, {})}?${new URLSearchParams({ instrument, ...(learner && { learner }) })}`,
    ) as Promise<PastAnswer>,
  addPiece: (id: string, input: PieceInput) => ask(ROUTES.addPiece, { id }, input),
  addService: (id: string, input: ServiceInput) => ask(ROUTES.addService, { id }, input),
  removeService: (id: string, service: string) => ask(ROUTES.removeService, { id, service }),
  piecePdfUrl: (id: string) => `${addressOf(ROUTES.piecePdf, { id })}?paper=A4`,
  takes: (learner: string) => ask(ROUTES.takes, { id: learner }),
  keepTake: (lesson: string, { id, label, consent }: TakeQuery, wav: ArrayBuffer) =>
    deliver(
      'POST',
      `${addressOf(ROUTES.keepTake, { id: lesson })}?${new URLSearchParams({ id, label: label ?? '', consent })}`,
      wav,
    ) as Promise<TakeRecord>,
  takeSound: async (id: string) => {
    const response = await fetch(addressOf(ROUTES.takeSound, { id }))
    if (!response.ok)
      throw new ApiError(response.status, 'not-found', 'The sound of this take isn’t here any more.')
    return response.arrayBuffer()
  },
  dropTake: (id: string) => ask(ROUTES.dropTake, { id }),
  studio: () => ask(ROUTES.studio, {}),
  writeStudio: (input: StudioInput) => ask(ROUTES.writeStudio, {}, input),
  exportStudio: () => ask(ROUTES.export, {}),
  /** @param waiting told how many heavy works come before it, while some do */
  importStudio: (file: unknown, waiting: (before: number) => void = () => undefined) =>
    standingInLine(
      (headers) => deliver('POST', addressOf(ROUTES.import, {}), file, headers),
      waiting,
    ) as Promise<ImportAnswer>,
}
