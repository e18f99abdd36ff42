export { answerError, conflict, HttpError, notFound, unknownRoute } from './errors.ts'
export { jsonSchema, openApi } from './openapi.ts'
export { routes, type Call, type Routes } from './route.ts'
export { answersUntilChanged, type Answers } from './answers.ts'
