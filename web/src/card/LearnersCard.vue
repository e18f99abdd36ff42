<script setup lang="ts">
import { defineAsyncComponent, onBeforeUnmount, onMounted } from 'vue'
import { api } from '@/api/index.ts'
import TodaysPractice from './TodaysPractice.vue'
import { useWeekCard } from './week-card.ts'

/** Comes when it is asked for. */
const WholeCard = defineAsyncComponent(() => import('./WholeCard.vue'))
/** The week’s card as the learner has it, on a phone: one thing at a time, or all of it. */
const props = defineProps<{ id: string; whole?: boolean }>()
const week = useWeekCard(() => props.id)
const { card, failed, renewed, inst, reads } = week
/** A phone can put this page beside its other programs, under its own link. */
const manifest = document.createElement('link')
manifest.rel = 'manifest'
onMounted(() => {
  manifest.href = api.cardAppUrl(props.id)
  document.head.append(manifest)
})
onBeforeUnmount(() => manifest.remove())
</script>

<template>
  <main id="work" :class="{ paper: whole || !card?.rows.length }">
    <template v-if="card && inst && reads">
      <template v-if="!card.rows.length">
        <h1>{{ card.learnerName }}</h1>
        <p class="soft">Nothing on this card yet.</p>
      </template>
      <WholeCard v-else-if="whole" :week="week" />
      <TodaysPractice v-else :key="`${card.id} ${renewed}`" :week="week" />
    </template>
    <template v-else-if="failed">
      <h1>No card here</h1>
      <p>{{ failed }}</p>
    </template>
    <p v-else class="soft" role="status">Fetching the card …</p>
  </main>
</template>

<style scoped>
.paper {
  max-width: 560px;
  margin: 0 auto;
  padding: 20px 20px 48px;
  display: grid;
  gap: 16px;
  align-content: start;
}
</style>
