import { ADDRESSES, type Method, type PathNames } from '../addresses/index.ts'
import { boolean, mixed, object, type InferType } from 'yup'
import { strict, whole } from '../fields/index.ts'
import type { Aim, Concern, Home } from '../records/index.ts'
import { backupAnswer, backupList, restoreAnswer } from './backups.ts'
import { faultsAnswer, faultsQuestion, predictAnswer, predictQuestion } from './acoustics.ts'
import {
  accountInput,
  accountsAnswer,
  codeInput,
  currentInput,
  secondAnswer,
  leaveAnswer,
  leaveInput,
  leavingList,
  linkAnswer,
  linkList,
  revokedAnswer,
  sessionAnswer,
  setUpInput,
  signInInput,
} from './care.ts'
import {
  cardAnswer,
  cardPatch,
  cardPdfQuery,
  practiceQuery,
  type PracticeQuery,
  chartQuery,
  composeInput,
  pdfQuery,
  cardQuery,
  type CardQuery,
  reportInput,
  seenInput,
  tickInput,
  type CardAnswer,
  numberInput,
  signInput,
  type NumberInput,
  type TickInput,
  type ComposeInput,
} from './cards.ts'
import { entryInput, entryRecord, type EntryInput, type EntryRecord } from './entries.ts'
import {
  fingeringList,
  fingeringsQuery,
  instrumentList,
  moveAnswer,
  moveQuestion,
  pathAnswer,
  pathQuestion,
} from './fingering.ts'
import {
  learnerAnswer,
  learnerInput,
  learnerList,
  learnerPatch,
  learnerRecord,
  lessonAnswer,
  todayAnswer,
  todayQuery,
  weekAnswer,
  termQuery,
  weekQuery,
  type LearnerInput,
  type LearnerPatch,
  type LearnerRecord,
} from './learners.ts'
import { overviewAnswer } from './overview.ts'
import {
  finishInput,
  lessonInput,
  lessonRecord,
  type LessonRecord,
  lessonPatch,
  type LessonPatch,
} from './lessons.ts'
import {
  backgroundAnswer,
  backgroundQuery,
  diagnoseAnswer,
  diagnoseQuestion,
  knowledgeAnswer,
  knowledgeQuery,
  pastAnswer,
  pastQuery,
} from './squeaks.ts'
import { GROUP_ROUTES } from './group-routes.ts'
import { as, create, route, type Route } from './route.ts'
import { pieceAnswer, pieceInput, pieceList, serviceInput, serviceRecord } from './pieces.ts'
import {
  changedPlan,
  lessonPlanAnswer,
  lessonPlanQuery,
  plan,
  planInput,
  type LessonPlanQuery,
  type Plan,
} from './plans.ts'
import {
  adviceAnswer,
  reedCase,
  reedInput,
  reedPatch,
  reedRecord,
  reedUseInput,
  reedUseRecord,
  shelfList,
} from './reeds.ts'
import { analyseQuery, crossingsAnswer, crossingsQuery, soundAnswer } from './sound.ts'
import { takeList, takeQuery, takeRecord } from './takes.ts'
import { TUNE_ROUTES } from './tune-routes.ts'
import {
  importAnswer,
  studioFile,
  learnerFile,
  studioInput,
  type StudioFile,
  type StudioInput,
} from './studio.ts'

export interface LearnerAnswer {
  learner: LearnerRecord
  lessons: LessonRecord[]
  entries: EntryRecord[]
  cards: CardAnswer[]
  plans: Plan[]
  concerns: Concern[]
  aims: { instrument: string; aims: Aim[] }[]
}
export interface LessonAnswer {
  lesson: LessonRecord
  learner: LearnerRecord
  /** What this learner did in this and earlier lessons on this instrument, oldest first. */
  entries: EntryRecord[]
  plans: Plan[]
  concerns: Concern[]
  aims: Aim[]
  /** What home says that bears on aims. */
  home: Home
  /** What found no room on the card, and why. */
  left: { title: string; why: string }[]
  /** Card given in this lesson, if composed already. */
  card: (CardAnswer & { leftOut: CardAnswer['rows'] }) | null
  /** Card that the learner brings along. */
  lastCard: CardAnswer | null
}
export type TodayAnswer = InferType<typeof todayAnswer>

const learner = as<LearnerRecord>(learnerRecord)
const lesson = as<LessonAnswer>(lessonAnswer)
const entry = as<EntryRecord>(entryRecord)

export type { Method, PathNames, Route }

/** Every route, below `/api`. */
export const ROUTES = {
  health: route(ADDRESSES.health, 'Ready once migrations are in', {
    answer: strict({ ok: boolean().required() }),
  }),
  work: route(ADDRESSES.work, 'Where heavy work stands that was named by the header halitus-work', {
    /** Works that must be done before it begins; 0 once it runs. */
    answer: strict({ before: whole(0, 1000) }),
  }),
  openapi: route(ADDRESSES.openapi, 'This description', { answer: as<object>(object().required()) }),

  today: route(ADDRESSES.today, 'Who comes, and what needs attention', {
    query: todayQuery,
    answer: todayAnswer,
  }),
  overview: route(
    ADDRESSES.overview,
    'Who needs what in the days to come; what helped, what to order and to repair',
    {
      answer: overviewAnswer,
    },
  ),
  learners: route(ADDRESSES.learners, 'Everyone on the roster', {
    answer: as<{ learners: LearnerRecord[] }>(learnerList),
  }),
  addLearner: create(ADDRESSES.addLearner, 'A new learner', {
    body: as<LearnerInput>(learnerInput),
    answer: learner,
  }),
  ...GROUP_ROUTES,
  agenda: route(ADDRESSES.agenda, 'The lessons as a calendar (iCalendar, RFC 5545)', {
    gives: 'text/calendar',
  }),
  week: route(ADDRESSES.week, 'What next week bears, and why', { query: weekQuery, answer: weekAnswer }),
  termPdf: route(ADDRESSES.termPdf, 'A term for the family: what improved, what is next', {
    query: termQuery,
    gives: 'application/pdf',
  }),
  series: route(ADDRESSES.series, 'Every number over time as a table (CSV, RFC 4180)', { gives: 'text/csv' }),
  learner: route(ADDRESSES.learner, 'A learner with the whole history', {
    answer: as<LearnerAnswer>(learnerAnswer),
  }),
  changeLearner: route(ADDRESSES.changeLearner, 'Change a learner', {
    body: as<LearnerPatch>(learnerPatch),
    answer: learner,
  }),
  writePlan: route(ADDRESSES.writePlan, 'What is planned for a stop', {
    body: planInput,
    answer: plan,
  }),

  addLesson: create(ADDRESSES.addLesson, 'A new lesson', { body: lessonInput, answer: lessonRecord }),
  lesson: route(ADDRESSES.lesson, 'A lesson and what it opens with', { answer: lesson }),
  addEntry: create(ADDRESSES.addEntry, 'Something that happened in it', {
    body: as<EntryInput>(entryInput),
    answer: entry,
  }),
  removeEntry: route(ADDRESSES.removeEntry, 'Take an entry back', { answer: entry }),
  changeLesson: route(ADDRESSES.changeLesson, 'Move, lengthen or cancel', {
    body: as<LessonPatch>(lessonPatch),
    answer: lessonRecord,
  }),
  removeLesson: route(ADDRESSES.removeLesson, 'Delete a lesson in which nothing was noted', {
    answer: lessonRecord,
  }),
  lessonPlan: route(
    ADDRESSES.lessonPlan,
    'What a lesson of some minutes is spent on, in which order and how long, and what is left',
    { query: as<LessonPlanQuery>(lessonPlanQuery), answer: lessonPlanAnswer },
  ),
  changeLessonPlan: route(
    ADDRESSES.changeLessonPlan,
    'Overrule it: minutes, order, what is left for next time and what is brought in',
    { query: as<LessonPlanQuery>(lessonPlanQuery), body: changedPlan, answer: lessonPlanAnswer },
  ),
  finishLesson: route(ADDRESSES.finishLesson, 'Finish or reopen', {
    body: finishInput,
    answer: lessonRecord,
  }),
  composeCard: route(
    ADDRESSES.composeCard,
    'Compose the week’s card from what was done; refused when it isn’t as its composer saw it',
    { body: as<ComposeInput>(composeInput), bodyMayLack: true, answer: lesson },
  ),

  takes: route(ADDRESSES.takes, 'Recordings that were kept', { answer: takeList }),
  keepTake: create(ADDRESSES.keepTake, 'Keep a recording, with who agreed to it', {
    query: takeQuery,
    takes: 'audio/wav',
    answer: takeRecord,
  }),
  takeSound: route(ADDRESSES.takeSound, 'The sound of a kept recording', { gives: 'audio/wav' }),
  dropTake: route(ADDRESSES.dropTake, 'Delete a kept recording and its sound', { answer: takeRecord }),

  card: route(ADDRESSES.card, 'A week’s card with its ticks', { answer: cardAnswer }),
  changeCard: route(ADDRESSES.changeCard, 'Change a card; refused when it was changed meanwhile', {
    body: cardPatch,
    answer: cardAnswer,
  }),
  tick: route(ADDRESSES.tick, 'Tick an activity of a session', {
    body: as<TickInput>(tickInput),
    bodyMayLack: true,
    query: as<CardQuery>(cardQuery),
    answer: cardAnswer,
  }),
  untick: route(ADDRESSES.untick, 'Take a tick back', {
    query: as<CardQuery>(cardQuery),
    answer: cardAnswer,
  }),
  number: route(ADDRESSES.number, 'A number from home, for a row in a session', {
    body: as<NumberInput>(numberInput),
    query: as<CardQuery>(cardQuery),
    answer: cardAnswer,
  }),
  dropNumber: route(ADDRESSES.dropNumber, 'Take a number back', {
    query: as<CardQuery>(cardQuery),
    answer: cardAnswer,
  }),
  sign: route(ADDRESSES.sign, 'An adult has seen that it was practised', {
    body: signInput,
    query: as<CardQuery>(cardQuery),
    answer: cardAnswer,
  }),
  report: route(ADDRESSES.report, 'Report trouble from home', {
    body: reportInput,
    query: as<CardQuery>(cardQuery),
    answer: cardAnswer,
  }),
  seen: route(ADDRESSES.seen, 'The teacher has seen it, or not yet', {
    body: seenInput,
    answer: cardAnswer,
  }),
  chartPdf: route(ADDRESSES.chartPdf, 'A learner’s own fingering chart on paper', {
    query: chartQuery,
    gives: 'application/pdf',
  }),
  chartSvg: route(ADDRESSES.chartSvg, 'The same as a picture', {
    query: chartQuery,
    gives: 'image/svg+xml',
  }),
  cardApp: route(
    ADDRESSES.cardApp,
    'The learner’s page as something to install (W3C Web Application Manifest)',
    {
      gives: 'application/manifest+json',
    },
  ),
  practiceTimes: route(ADDRESSES.practiceTimes, 'A week’s practice with alarms (iCalendar, RFC 5545)', {
    query: as<PracticeQuery>(practiceQuery),
    gives: 'text/calendar',
  }),
  cardPdf: route(
    ADDRESSES.cardPdf,
    'The card on one page, or in large print; with a page for the adult at home',
    {
      query: cardPdfQuery,
      gives: 'application/pdf',
    },
  ),

  shelves: route(ADDRESSES.shelves, 'All reeds, shelf by shelf, with rotation, life and stock', {
    answer: shelfList,
  }),
  advise: route(ADDRESSES.advise, 'Is it the reed? Strength, tip, or something else', {
    body: reedCase,
    answer: adviceAnswer,
  }),
  shelvesOf: route(ADDRESSES.shelvesOf, 'A learner’s reeds', { answer: shelfList }),
  addReed: create(ADDRESSES.addReed, 'A new reed', { body: reedInput, answer: reedRecord }),
  changeReed: route(
    ADDRESSES.changeReed,
    'Change, delete or bring back a reed, or put it in the mouthpiece',
    {
      body: reedPatch,
      answer: reedRecord,
    },
  ),
  addUse: create(ADDRESSES.addUse, 'It was played', { body: reedUseInput, answer: reedUseRecord }),
  removeUse: route(ADDRESSES.removeUse, 'Take a use back', { answer: reedUseRecord }),

  pieces: route(ADDRESSES.pieces, 'A learner’s instruments with their history', { answer: pieceList }),
  addPiece: create(ADDRESSES.addPiece, 'An instrument that can be touched', {
    body: pieceInput,
    answer: pieceAnswer,
  }),
  addService: create(ADDRESSES.addService, 'A fault found, a service, or something to tell the technician', {
    body: serviceInput,
    answer: pieceAnswer,
  }),
  removeService: route(ADDRESSES.removeService, 'Take a note back', { answer: serviceRecord }),
  piecePdf: route(ADDRESSES.piecePdf, 'What the technician should be told, on paper', {
    query: pdfQuery,
    gives: 'application/pdf',
  }),

  ...TUNE_ROUTES,

  instruments: route(ADDRESSES.instruments, 'All instruments', { answer: instrumentList }),
  fingerings: route(ADDRESSES.fingerings, 'Fingerings of a written note, or of all', {
    query: fingeringsQuery,
    answer: fingeringList,
  }),
  move: route(ADDRESSES.move, 'Which fingers press, lift and stay, and what sounds in between', {
    body: moveQuestion,
    answer: moveAnswer,
  }),
  path: route(ADDRESSES.path, 'The best fingering for every note of a passage in its context', {
    body: pathQuestion,
    answer: pathAnswer,
  }),
  predict: route(ADDRESSES.predict, 'What some fingers sound, by a model of the tube', {
    body: predictQuestion,
    answer: predictAnswer,
  }),
  faults: route(ADDRESSES.faults, 'What is wrong where one note was meant and another sounded', {
    body: faultsQuestion,
    answer: faultsAnswer,
  }),
  squeakKnowledge: route(
    ADDRESSES.squeakKnowledge,
    'What is known of squeaks and other accidents on an instrument',
    {
      query: knowledgeQuery,
      answer: knowledgeAnswer,
    },
  ),
  diagnose: route(ADDRESSES.diagnose, 'What is likely behind an accident, and the next thing to try', {
    body: diagnoseQuestion,
    answer: diagnoseAnswer,
  }),
  squeakBackground: route(
    ADDRESSES.squeakBackground,
    'What the studio knows that bears on an accident in a lesson',
    {
      query: backgroundQuery,
      answer: backgroundAnswer,
    },
  ),
  squeakPast: route(ADDRESSES.squeakPast, 'How accidents ended on a family of instruments', {
    query: pastQuery,
    answer: pastAnswer,
  }),
  analyse: route(ADDRESSES.analyse, 'What is heard in a WAVE file', {
    query: analyseQuery,
    takes: 'audio/wav',
    answer: soundAnswer,
  }),

  crossings: route(ADDRESSES.crossings, 'Two notes played back and forth: each change judged', {
    query: crossingsQuery,
    takes: 'audio/wav',
    answer: crossingsAnswer,
  }),

  studio: route(ADDRESSES.studio, 'Name, place, reference pitch and schools of the studio', {
    answer: as<StudioInput>(studioInput),
  }),
  writeStudio: route(ADDRESSES.writeStudio, 'Change them', {
    body: as<StudioInput>(studioInput),
    answer: as<StudioInput>(studioInput),
  }),
  export: route(ADDRESSES.export, 'The whole studio as one file', { answer: as<StudioFile>(studioFile) }),
  import: route(
    ADDRESSES.import,
    'Replace the whole studio by a file, entirely or not at all; older files too',
    {
      // Older files are brought up to date first, then checked like new ones.
      body: as<unknown>(mixed().required()),
      bodyToday: as<unknown>(studioFile),
      answer: importAnswer,
    },
  ),
  leave: route(ADDRESSES.leave, 'Delete a learner with everything, at the end of the day', {
    body: leaveInput,
    answer: leaveAnswer,
  }),
  leaving: route(ADDRESSES.leaving, 'Who is deleted tonight', { answer: leavingList }),
  stay: route(ADDRESSES.stay, 'Take a deletion back, until the end of the day', {
    answer: revokedAnswer,
  }),
  exportLearner: route(ADDRESSES.exportLearner, 'Everything that is kept of one learner', {
    answer: as<unknown>(learnerFile),
  }),
  session: route(ADDRESSES.session, 'Whether somebody must sign in here, and who has', {
    answer: sessionAnswer,
  }),
  setUp: route(ADDRESSES.setUp, 'Choose the teacher’s password, with the code that the server shows', {
    body: setUpInput,
    answer: sessionAnswer,
  }),
  signIn: route(ADDRESSES.signIn, 'Sign in', { body: signInInput, answer: sessionAnswer }),
  signOut: route(ADDRESSES.signOut, 'Sign out', { answer: sessionAnswer }),
  accounts: route(ADDRESSES.accounts, 'Which roles have a password', { answer: accountsAnswer }),
  setAccount: route(ADDRESSES.setAccount, 'Change a role’s password; the helper’s can be taken away', {
    body: accountInput,
    answer: accountsAnswer,
  }),
  beginSecond: route(ADDRESSES.beginSecond, 'A secret for an app on a phone; counts once it is confirmed', {
    body: currentInput,
    answer: secondAnswer,
  }),
  confirmSecond: route(ADDRESSES.confirmSecond, 'Confirm it with the app’s first code', {
    body: codeInput,
    answer: accountsAnswer,
  }),
  removeSecond: route(ADDRESSES.removeSecond, 'Sign in without a second factor again', {
    body: currentInput,
    answer: accountsAnswer,
  }),
  links: route(ADDRESSES.links, 'A learner’s own addresses of the card', { answer: linkList }),
  addLink: create(ADDRESSES.addLink, 'A new address that opens this learner’s card and nothing else', {
    answer: linkAnswer,
  }),
  revokeLink: route(ADDRESSES.revokeLink, 'Take such an address back', { answer: revokedAnswer }),
  backups: route(ADDRESSES.backups, 'The backups of this studio, newest first, each opened and counted', {
    answer: backupList,
  }),
  backUp: create(ADDRESSES.backUp, 'Back up now', { answer: backupAnswer }),
  restore: route(ADDRESSES.restore, 'Put the studio back to a backup; what it is now is backed up first', {
    answer: restoreAnswer,
  }),
} as const
export type RouteName = keyof typeof ROUTES
