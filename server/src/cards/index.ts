export { cardRoutes } from './routes.ts'
export { cardsAround, cardsOf, composeFor } from './store.ts'
