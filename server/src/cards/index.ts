export { cardRoutes } from './routes.ts'
export { cardInput, cardsAround, cardsOf, composeFor } from './store.ts'
