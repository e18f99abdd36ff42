import { ref } from 'vue'

/** Pages of the guide, by their file names in docs/guide. */
export type GuidePage =
  | 'a-lesson'
  | 'backups'
  | 'breath'
  | 'fingers'
  | 'first-lesson'
  | 'home-and-card'
  | 'it-squeaks'
  | 'phones'
  | 'reeds'
  | 'set-up'
  | 'several-rooms'
  | 'sound'
  | 'tongue'

/** Which page helps where; elsewhere one begins with a lesson. */
const HELPS: Readonly<Record<string, GuidePage>> = {
  today: 'a-lesson',
  learners: 'first-lesson',
  learner: 'a-lesson',
  setup: 'set-up',
  breath: 'breath',
  sound: 'sound',
  tongue: 'tongue',
  fingers: 'fingers',
  tune: 'home-and-card',
  home: 'home-and-card',
  squeak: 'it-squeaks',
  squeaks: 'it-squeaks',
  reeds: 'reeds',
  settings: 'backups',
}
/** The page of the guide that helps at a route. @example guidePageFor('setup') // 'set-up' */
export const guidePageFor = (route: string): GuidePage => HELPS[route] ?? 'first-lesson'

/** The page of the guide that lies over the work; none while it is put away. */
export const guideShown = ref<GuidePage>()
