import { ROUTES } from '@halitus/core/contract'
import { instrument, underSchools } from '@halitus/core/instruments'
import { diagnose, factsFrom, knowledgeOf, type Accident } from '@halitus/core/squeaks'
import { wallClock } from '@halitus/core/time'
import type { Database } from '../db/index.ts'
import { routes, type Routes } from '../http/index.ts'
import { readLearner } from '../learners/index.ts'
import { readLesson } from '../lessons/index.ts'
import { readStudio } from '../studio/index.ts'
import { backgroundIn, pastAccidents } from './store.ts'

/** What is known of accidents, and what is likely behind one. */
export const squeakRoutes = (db: Database, now: () => Date): Routes =>
  routes()
    .on(ROUTES.squeakKnowledge, ({ query }) => {
      const { complaints, observations, causes, checks } = knowledgeOf(instrument(query.instrument))
      return {
        complaints: complaints.map(({ id, words }) => ({ id, words })),
        observations: observations.map(({ id, words, group }) => ({ id, words, group })),
        causes: causes.map(({ id, words, group, remedy, drill, caution, source }) => ({
          id,
          words,
          group,
          remedy,
          drill,
          ...(caution && { caution }),
          source: source ?? 'common practice, no source',
        })),
        checks: checks.map(({ id, ask, seconds, needs, caution }) => ({
          id,
          words: ask,
          seconds,
          ...(needs && { needs }),
          ...(caution && { caution }),
        })),
      }
    })
    .on(ROUTES.squeakPast, async ({ query }) => ({
      past: await pastAccidents(db.read, instrument(query.instrument), query.learner),
    }))
    .on(ROUTES.squeakBackground, ({ query }) => backgroundIn(db.read, query.lesson, wallClock(now())))
    .on(ROUTES.diagnose, async ({ body }) => {
      const { instrument: id, lesson, ...accident } = body
      const known = lesson ? await backgroundIn(db.read, lesson, wallClock(now())) : undefined
      const { a4Hz, schools } = await readStudio(db.read)
      const learner = lesson
        ? await readLearner(db.read, (await readLesson(db.read, lesson)).learnerId)
        : undefined
      const inst = underSchools(instrument(id), learner?.schools, schools)
      return diagnose(inst, {
        a4Hz,
        ...(accident as Accident),
        ...(known && {
          facts: factsFrom(inst, known),
          past: [...(known.own ?? []), ...(known.studio ?? [])],
        }),
      })
    })
