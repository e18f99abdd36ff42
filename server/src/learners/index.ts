export { learnerRoutes } from './routes.ts'
export { entriesOf, lessonsOf, listLearners, plansOf, readLearner } from './store.ts'
export { attentionOf, knownBefore, observes } from './history.ts'
export { playsIt } from './plays.ts'
