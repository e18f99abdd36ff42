import type {
  CardAnswer,
  CardPatch,
  EntryInput,
  EntryRecord,
  LearnerAnswer,
  LearnerInput,
  LearnerRecord,
  LessonAnswer,
  LessonInput,
  LessonRecord,
  PieceAnswer,
  PieceInput,
  ReedInput,
  ReedRecord,
  ReedUseInput,
  ReedUseRecord,
  ServiceInput,
  ServiceRecord,
  ShelfAnswer,
  Plan,
  Stage,
  StudioFile,
  StudioInput,
  TodayAnswer,
  Trouble,
} from '@halitus/core/contract'

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

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(body !== undefined && {
        headers: { 'content-type': 'application/json' },
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
  const data: unknown = await response.json().catch(() => undefined)
  if (!response.ok) {
    const error = (data as { error?: { code: string; message: string; field?: string } } | undefined)?.error
    throw new ApiError(
      response.status,
      error?.code ?? 'unknown',
      error?.message ?? `The server answered ${response.status}.`,
      error?.field,
    )
  }
  return data as T
}

export const api = {
  today: () => call<TodayAnswer>('GET', '/today'),
  learners: () => call<{ learners: LearnerRecord[] }>('GET', '/learners'),
  addLearner: (input: LearnerInput) => call<LearnerRecord>('POST', '/learners', input),
  changeLearner: (id: string, patch: Partial<LearnerRecord>) =>
    call<LearnerRecord>('PATCH', `/learners/${id}`, patch),
  learner: (id: string) => call<LearnerAnswer>('GET', `/learners/${id}`),
  addLesson: (learnerId: string, input: LessonInput) =>
    call<LessonRecord>('POST', `/learners/${learnerId}/lessons`, input),
  writePlan: (learnerId: string, stage: Stage, text: string, version: number) =>
    call<Plan>('PUT', `/learners/${learnerId}/plans/${stage}`, { text, version }),
  lesson: (id: string) => call<LessonAnswer>('GET', `/lessons/${id}`),
  addEntry: (lessonId: string, entry: EntryInput) =>
    call<EntryRecord>('POST', `/lessons/${lessonId}/entries`, entry),
  removeEntry: (lessonId: string, id: string) =>
    call<EntryRecord>('DELETE', `/lessons/${lessonId}/entries/${id}`),
  finish: (lessonId: string, finished: boolean) =>
    call<LessonRecord>('PUT', `/lessons/${lessonId}/finished`, { finished }),
  composeCard: (lessonId: string) => call<LessonAnswer>('POST', `/lessons/${lessonId}/card`, {}),
  card: (id: string) => call<CardAnswer>('GET', `/cards/${id}`),
  changeCard: (id: string, patch: CardPatch) => call<CardAnswer>('PATCH', `/cards/${id}`, patch),
  tick: (id: string, row: string, session: number, done: boolean) =>
    call<CardAnswer>(done ? 'PUT' : 'DELETE', `/cards/${id}/ticks/${row}/${session}`),
  report: (id: string, kind: Trouble, text: string) =>
    call<CardAnswer>('POST', `/cards/${id}/reports`, { id: crypto.randomUUID(), kind, text }),
  pdfUrl: (id: string, paper: 'A4' | 'Letter') => `/api/cards/${id}/pdf?paper=${paper}`,
  shelves: () => call<{ shelves: ShelfAnswer[] }>('GET', '/reeds'),
  shelvesOf: (learnerId: string) => call<{ shelves: ShelfAnswer[] }>('GET', `/learners/${learnerId}/reeds`),
  addReed: (learnerId: string, input: ReedInput) =>
    call<ReedRecord>('POST', `/learners/${learnerId}/reeds`, input),
  changeReed: (id: string, patch: Partial<ReedRecord>) => call<ReedRecord>('PATCH', `/reeds/${id}`, patch),
  addUse: (reedId: string, use: ReedUseInput) => call<ReedUseRecord>('POST', `/reeds/${reedId}/uses`, use),
  removeUse: (reedId: string, id: string) => call<ReedUseRecord>('DELETE', `/reeds/${reedId}/uses/${id}`),
  pieces: (learnerId: string) => call<{ pieces: PieceAnswer[] }>('GET', `/learners/${learnerId}/pieces`),
  addPiece: (learnerId: string, input: PieceInput) =>
    call<PieceAnswer>('POST', `/learners/${learnerId}/pieces`, input),
  addService: (pieceId: string, input: ServiceInput) =>
    call<PieceAnswer>('POST', `/pieces/${pieceId}/services`, input),
  removeService: (pieceId: string, id: string) =>
    call<ServiceRecord>('DELETE', `/pieces/${pieceId}/services/${id}`),
  piecePdfUrl: (id: string) => `/api/pieces/${id}/pdf?paper=A4`,
  studio: () => call<StudioInput>('GET', '/studio'),
  writeStudio: (input: StudioInput) => call<StudioInput>('PUT', '/studio', input),
  exportStudio: () => call<StudioFile>('GET', '/export'),
  importStudio: (file: unknown) => call<{ imported: Record<string, number> }>('POST', '/import', file),
}
