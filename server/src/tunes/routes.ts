import { randomUUID } from 'node:crypto'
import express, { type Request } from 'express'
import { ROUTES, type TuneRecord } from '@halitus/core/contract'
import { Refusal, type RefusalCode } from '@halitus/core/errors'
import { readable } from '@halitus/core/fields'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { heavily, isTold, type TuneFile } from '../heavy/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { readStudio } from '../studio/index.ts'
import { breathFor, readerOf, type Asked } from './readers.ts'
import {
  addTune,
  changeTune,
  playerOf,
  playersOf,
  readTuneRecord,
  removePlayer,
  removeTune,
  setPlayer,
  tuneAnswerOf,
  tunesIn,
} from './store.ts'

/** A file may be this large: a part of 10 000 notes needs a third of it. */
const LARGEST_BYTES = 6_000_000
/** Reading one may take so long. */
const LONGEST_MS = 4500
const WITHIN = { withinMs: LONGEST_MS }
/** Minutes of a lesson that a tune usually has, before anybody says. */
const USUAL_MINUTES = 15
/** The name of a file without its folder and its ending. */
const plainName = (name: string) =>
  readable(name)
    .replace(/^.*[\\/]/, '')
    .replace(/\.[A-Za-z0-9]{1,8}$/, '')
    .trim()
    .slice(0, 200)
const TYPES = {
  musicxml: 'application/vnd.recordare.musicxml+xml',
  mxl: 'application/vnd.recordare.musicxml',
  abc: 'text/vnd.abc',
  midi: 'audio/midi',
} as const

/** Tunes: files in and out, what is read in them, and what was played. */
export function tuneRoutes(db: Database, now: () => Date): Routes {
  const r = routes()
  const raw = express.raw({ type: () => true, limit: LARGEST_BYTES })
  r.router.post(ROUTES.addTune.path, raw)
  const file = async (id: string): Promise<TuneFile & { record: TuneRecord }> => {
    const record = await readTuneRecord(db.read, id)
    return { record, ...asFile(record) }
  }
  const sheetFor = async (id: string, query: Asked) => {
    const { record, ...of } = await file(id)
    const player = query.learner ? await playerOf(db.read, id, query.learner) : undefined
    return { record, of, player, ...(await readerOf(db.read, query, player)) }
  }
  const onPaper = async (
    { id, part }: { id: string; part: string },
    query: Asked & { from?: string | undefined; to?: string | undefined },
    request: Request,
  ) => {
    const { record, of, player, reading, learner, entries, on } = await sheetFor(id, query)
    const { noteNames } = await readStudio(db.read)
    const drawn = answered(
      await heavily(
        'tuneOnPaper',
        {
          file: of,
          part,
          title: record.title,
          reading,
          capacity: learner && breathFor(entries, on, now()),
          wishes: player?.wishes ?? [],
          from: query.from ? Number(query.from) : undefined,
          to: query.to ? Number(query.to) : undefined,
          names: noteNames,
        },
        request,
        WITHIN,
      ),
    )
    return { ...drawn, rights: record.rights, learnerName: learner?.name ?? '' }
  }
  return r
    .on(ROUTES.tunes, async () => ({ tunes: await tunesIn(db.read) }))
    .on(ROUTES.addTune, async ({ query, request }) => {
      const bytes = bodyOf(request)
      const tune = query.tune ? Number(query.tune) : undefined
      const id = randomUUID()
      const about = answered(await heavily('tuneAbout', { id, bytes, tune }, request, WITHIN))
      const { warnings, parts, format } = about
      return db.write((tx) =>
        addTune(tx, {
          id,
          title: readable(about.title).trim().slice(0, 200) || plainName(query.name ?? '') || 'A tune',
          rights: '',
          format,
          tune: tune ?? null,
          addedAt: wallClock(now()),
          parts,
          warnings,
          content: Buffer.from(bytes).toString('base64'),
        }),
      )
    })
    .on(ROUTES.tune, ({ params }) => tuneAnswerOf(db.read, params.id))
    .on(ROUTES.changeTune, ({ params, body }) => db.write((tx) => changeTune(tx, params.id, body)))
    .on(ROUTES.removeTune, ({ params }) => db.write((tx) => removeTune(tx, params.id)))
    .on(ROUTES.setTunePlayer, ({ params, body }) =>
      db.write((tx) => setPlayer(tx, { ...body, tuneId: params.id, learnerId: params.learner })),
    )
    .on(ROUTES.removeTunePlayer, ({ params }) =>
      db.write((tx) => removePlayer(tx, params.id, params.learner)),
    )
    .on(ROUTES.tuneFile, async ({ params, response }) => {
      const { record, bytes } = await file(params.id)
      response.type(TYPES[record.format]).send(Buffer.from(bytes))
    })
    .on(ROUTES.tuneXml, async ({ params, query, response }) => {
      const { record, ...of } = await file(params.id)
      if (query.learner) await readLearner(db.read, query.learner)
      const all = await playersOf(db.read, params.id)
      const players = query.learner ? all.filter((p) => p.learnerId === query.learner) : all
      const xml = answered(
        await heavily('tuneXml', { file: of, title: record.title, players }, response.req, WITHIN),
      )
      response.type(TYPES.musicxml).send(Buffer.from(xml))
    })
    .on(ROUTES.tuneMidi, async ({ params, response }) => {
      const { record: _, ...of } = await file(params.id)
      const midi = answered(await heavily('tuneMidi', { file: of, part: params.part }, response.req, WITHIN))
      response.type(TYPES.midi).send(Buffer.from(midi))
    })
    .on(ROUTES.tunePart, async ({ params, request }) => {
      const { record: _, ...of } = await file(params.id)
      return answered(await heavily('tunePart', { file: of, part: params.part }, request, WITHIN))
    })
    .on(ROUTES.tuneReading, async ({ params, query, request }) => {
      const { of, reading } = await sheetFor(params.id, query)
      return answered(await heavily('tuneReading', { file: of, part: params.part, reading }, request, WITHIN))
    })
    .on(ROUTES.tuneBreaths, async ({ params, body, request }) => {
      const { record: _, ...of } = await file(params.id)
      const wishes = body.wishes ?? []
      return answered(
        await heavily('tuneBreaths', { file: of, part: params.part, ...body, wishes }, request, WITHIN),
      )
    })
    .on(ROUTES.tuneJudge, async ({ params, body, request }) => {
      const { record: _, ...of } = await file(params.id)
      const { notes, tempo, instrument, as = 'written', octave = 0 } = body
      const reader = { instrument, as, octave }
      return answered(
        await heavily('tuneJudge', { file: of, part: params.part, notes, tempo, reader }, request, WITHIN),
      )
    })
    .on(ROUTES.tunePlayed, async ({ params, body, request }) => {
      const { notes, tempo, learner, instrument, as, octave, strokes } = body
      const asked = {
        learner,
        instrument,
        as,
        octave: octave === undefined ? undefined : String(octave),
        ...(strokes && {
          scheme: strokes.scheme,
          schemeFrom: String(strokes.from),
          schemeTo: String(strokes.to),
        }),
      }
      const { of, player, reading, entries, on } = await sheetFor(params.id, asked)
      return answered(
        await heavily(
          'tunePlayed',
          {
            file: of,
            part: params.part,
            notes,
            tempo,
            reading,
            capacity: breathFor(entries, on, now()),
            wishes: player?.wishes ?? [],
          },
          request,
          WITHIN,
        ),
      )
    })
    .on(ROUTES.tuneSheet, async ({ params, query, request }) => {
      const { record, of, player, reading, entries, on } = await sheetFor(params.id, query)
      return answered(
        await heavily(
          'tuneSheet',
          {
            file: of,
            part: params.part,
            title: record.title,
            reading,
            minutes: Math.max(1, Number(query.minutes || USUAL_MINUTES)),
            under: query.under || undefined,
            capacity: breathFor(entries, on, now()),
            wishes: player?.wishes ?? [],
          },
          request,
          WITHIN,
        ),
      )
    })
    .on(ROUTES.tunePdf, async ({ params, query, response }) => {
      const of = await onPaper(params, query, response.req)
      const pdf = await heavily(
        'tunePdf',
        { ...of, paper: query.paper ?? 'A4', large: query.large === '1' },
        response.req,
      )
      response.type('application/pdf').send(Buffer.from(pdf))
    })
    .on(ROUTES.tuneSvg, async ({ params, query, response }) => {
      const { musicXml } = await onPaper(params, query, response.req)
      response.type('image/svg+xml').send(await heavily('tuneSvg', { musicXml }, response.req))
    })
}

const asFile = ({ id, content, tune }: TuneRecord): TuneFile => ({
  id,
  bytes: new Uint8Array(Buffer.from(content, 'base64')),
  tune: tune ?? undefined,
})

/** The body as it came; without one, nothing. */
function bodyOf(request: Request): Uint8Array {
  return Buffer.isBuffer(request.body) ? new Uint8Array(request.body) : new Uint8Array()
}

/** @throws Refusal in the words of the thread */
function answered<T>(answer: T): Exclude<T, { refused: string }> {
  if (isTold(answer)) {
    const { refused, code, field } = answer as { refused: string; code?: RefusalCode; field?: string }
    throw new Refusal(code ?? 'tune', refused, field)
  }
  return answer as Exclude<T, { refused: string }>
}
