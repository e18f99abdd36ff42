export { cardRoutes } from './routes.ts'
export { cardsAround, cardsOf, readCard, writeCard } from './store.ts'
