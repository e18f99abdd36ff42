import { createRouter, createWebHistory } from 'vue-router'
import { whenSignedOut } from '@/api/index.ts'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'today', component: () => import('../studio/today/Today.vue') },
    { path: '/learners', name: 'learners', component: () => import('../studio/learners/Learners.vue') },
    {
      path: '/learners/:id',
      name: 'learner',
      component: () => import('../studio/learners/Progress.vue'),
      props: true,
    },
    {
      path: '/groups/:id',
      name: 'group',
      component: () => import('../studio/groups/GroupLesson.vue'),
      props: true,
    },
    { path: '/overview', name: 'overview', component: () => import('../studio/overview/Overview.vue') },
    { path: '/reeds', name: 'reeds', component: () => import('../studio/reeds/Reeds.vue') },
    {
      path: '/squeaks',
      name: 'squeaks',
      component: () => import('../studio/squeaks/Squeaks.vue'),
      // In a lesson it stands in the lesson's own frame.
      beforeEnter: ({ query: { lesson, ...query } }) =>
        typeof lesson === 'string' ? { name: 'squeak', params: { id: lesson }, query } : true,
    },
    { path: '/settings', name: 'settings', component: () => import('../studio/settings/Settings.vue') },
    {
      path: '/lessons/:id',
      component: () => import('../lesson/Lesson.vue'),
      props: true,
      children: [
        { path: '', redirect: { name: 'setup' } },
        { path: 'plan', name: 'plan', component: () => import('../lesson/LessonPlan.vue') },
        { path: 'setup', name: 'setup', component: () => import('../stages/setup/SetupStage.vue') },
        { path: 'breath', name: 'breath', component: () => import('../stages/breath/BreathStage.vue') },
        { path: 'sound', name: 'sound', component: () => import('../stages/sound/SoundStage.vue') },
        { path: 'tongue', name: 'tongue', component: () => import('../stages/tongue/TongueStage.vue') },
        { path: 'fingers', name: 'fingers', component: () => import('../stages/fingers/FingersStage.vue') },
        { path: 'tune', name: 'tune', component: () => import('../stages/tune/TuneStage.vue') },
        { path: 'home', name: 'home', component: () => import('../stages/home/HomeStage.vue') },
        { path: 'squeak', name: 'squeak', component: () => import('../studio/squeaks/Squeaks.vue') },
      ],
    },
    {
      path: '/card/:id',
      name: 'card',
      component: () => import('@/card/LearnersCard.vue'),
      props: (route) => ({ id: route.params.id, whole: 'whole' in route.query }),
      meta: { alone: true, bare: true },
    },
    {
      path: '/sign-in',
      name: 'sign-in',
      component: () => import('./SignIn.vue'),
      meta: { alone: true },
    },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./Nowhere.vue') },
  ],
})

/** How long after the first page the others are fetched, ms: what is being looked at comes first. */
const PRELOAD_AFTER_MS = 1200
/** Every page is fetched once the first one stands, so that a stop opens while the server is away. */
void router.isReady().then(() => {
  // A learner's phone needs its own page and no other.
  if (router.currentRoute.value.meta.bare) return
  setTimeout(() => {
    for (const { components } of router.getRoutes())
      for (const load of Object.values(components ?? {}))
        if (typeof load === 'function') void (load as () => Promise<unknown>)().catch(() => undefined)
  }, PRELOAD_AFTER_MS)
})

/** Who is asked to sign in comes back to where they were. */
whenSignedOut(() => {
  // The address says where they are even while the first page is still being found.
  const { pathname, search } = window.location
  // A learner's own link has no use for a sign-in.
  if (pathname.startsWith('/card/~') || pathname === '/sign-in') return
  void router.push({ name: 'sign-in', query: { to: pathname + search } })
})
