export { AHEAD_DAYS, dropRegular, isUsed, makeRegular, missingRegular } from './agenda.ts'
