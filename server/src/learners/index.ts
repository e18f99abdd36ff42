export { learnerRoutes } from './routes.ts'
export { entriesOf, lessonsOf, listLearners, plansOf, readLearner } from './store.ts'
export { concernsOf, targetOf } from './history.ts'
