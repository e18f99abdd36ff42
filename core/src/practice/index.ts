export { composeCard, rowsOfPlans, SESSION_MINUTES, SESSIONS, WAITING_WEIGHT, type WeekCard } from './card.ts'
export { attention, FILLER_WEIGHT, PAUSE_DAYS, PRACTISED_SHARE, type Circumstances } from './attention.ts'
