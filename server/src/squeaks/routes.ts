import { ROUTES } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { diagnose, knowledgeOf, type Accident } from '@halitus/core/squeaks'
import { routes, type Routes } from '../http/index.ts'

/** What is known of accidents, and what is likely behind one. */
export const squeakRoutes = (): Routes =>
  routes()
    .on(ROUTES.squeakKnowledge, ({ query }) => {
      const { complaints, observations, causes, checks } = knowledgeOf(instrument(query.instrument))
      return {
        complaints: complaints.map(({ id, words }) => ({ id, words })),
        observations: observations.map(({ id, words, group }) => ({ id, words, group })),
        causes: causes.map(({ id, words, group, remedy, drill, caution }) => ({
          id,
          words,
          group,
          remedy,
          drill,
          ...(caution && { caution }),
          source: 'common practice, no source',
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
    .on(ROUTES.diagnose, ({ body }) => {
      const { instrument: id, ...accident } = body
      return diagnose(instrument(id), accident as Accident)
    })
