import { ref } from 'vue'

/** Pages of the guide by their file names in docs/guide, in the order in which one would read them. */
export const GUIDE_PAGES = [
  'first-lesson',
  'a-lesson',
  'set-up',
  'breath',
  'sound',
  'tongue',
  'fingers',
  'it-squeaks',
  'tune',
  'home-and-card',
  'reeds',
  'phones',
  'several-rooms',
  'backups',
] as const
export type GuidePage = (typeof GUIDE_PAGES)[number]

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
  tune: 'tune',
  home: 'home-and-card',
  plan: 'a-lesson',
  squeak: 'it-squeaks',
  squeaks: 'it-squeaks',
  reeds: 'reeds',
  settings: 'backups',
}
/** The page of the guide that helps at a route. @example guidePageFor('setup') // 'set-up' */
export const guidePageFor = (route: string): GuidePage => HELPS[route] ?? 'first-lesson'

/** The page of the guide that lies over the work; none while it is put away. */
export const guideShown = ref<GuidePage>()
