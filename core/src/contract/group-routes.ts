import { ADDRESSES } from '../addresses/index.ts'
import { as, create, route } from './route.ts'
import {
  awayInput,
  awayList,
  awayRecord,
  groupBody,
  groupLessonAnswer,
  groupLessonInput,
  groupList,
  groupPlanAnswer,
  groupPlanQuery,
  groupRecord,
  type AwayInput,
  type GroupBody,
  type GroupPlanQuery,
} from './groups.ts'

/** Lessons together, and times without lessons. */
export const GROUP_ROUTES = {
  groups: route(ADDRESSES.groups, 'Who has lessons together', { answer: groupList }),
  putGroup: route(ADDRESSES.putGroup, 'A group: its name and members', {
    body: as<GroupBody>(groupBody),
    answer: groupRecord,
  }),
  removeGroup: route(ADDRESSES.removeGroup, 'No group any more; its lessons stay', { answer: groupRecord }),
  groupPlan: route(ADDRESSES.groupPlan, 'What everybody does when in a lesson together', {
    query: as<GroupPlanQuery>(groupPlanQuery),
    answer: groupPlanAnswer,
  }),
  beginGroup: create(ADDRESSES.beginGroup, 'A lesson together: one for each', {
    body: groupLessonInput,
    answer: groupLessonAnswer,
  }),
  away: route(ADDRESSES.away, 'When there are no lessons', { answer: awayList }),
  addAway: create(ADDRESSES.addAway, 'A holiday: regular lessons in it aren’t made', {
    body: as<AwayInput>(awayInput),
    answer: awayRecord,
  }),
  readBusy: route(
    ADDRESSES.readBusy,
    'Busy times of another calendar (iCalendar), in place of those read before',
    {
      takes: 'text/calendar',
      answer: awayList,
    },
  ),
  forgetBusy: route(ADDRESSES.forgetBusy, 'Nothing of another calendar counts any more', {
    answer: awayList,
  }),
  removeAway: route(ADDRESSES.removeAway, 'It isn’t one after all', { answer: awayRecord }),
} as const
