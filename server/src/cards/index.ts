export { cardRoutes } from './routes.ts'
export { easedBy, loadFor, weekFor } from './load.ts'
export { cardsAround, cardsOf, composeFor } from './store.ts'
