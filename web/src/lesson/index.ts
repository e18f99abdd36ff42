export { useLesson } from './store.ts'
export { useTools } from './tools.ts'
export { default as PlannedStop } from './PlannedStop.vue'
export { default as Stop } from './Stop.vue'
