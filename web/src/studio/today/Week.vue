<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { LessonRecord, TodayAnswer } from '@halitus/core/contract'
import { dayAfter } from '@halitus/core/time'
import { api } from '@/api/index.ts'
import { clock, dayName } from '@/base/words.ts'
import { useStudio } from '../store.ts'

/** Seven days, who comes on each; a lesson opens, its time is changed beside it. */
const props = defineProps<{ today: TodayAnswer }>()
const emit = defineEmits<{ edit: [lesson: LessonRecord, name: string] }>()
const studio = useStudio()
const monday = computed(() => props.today.week[0]!.date)
const isThis = computed(() => props.today.week.some((d) => d.date === props.today.date))
</script>

<template>
  <section class="week" aria-label="Week">
    <header>
      <h2>{{ isThis ? 'This week' : `Week of ${dayName(monday)}` }}</h2>
      <Button size="small" aria-label="Week before" @click="studio.showWeek(dayAfter(monday, -7))">‹</Button>
      <Button size="small" aria-label="Week after" @click="studio.showWeek(dayAfter(monday, 7))">›</Button>
      <Button v-if="!isThis" size="small" @click="studio.showWeek(undefined)">This week</Button>
      <RouterLink to="/overview" class="calendar">Who needs what</RouterLink>
      <a :href="api.agendaUrl()" download="lessons.ics">As a calendar file</a>
    </header>
    <ol class="days">
      <li v-for="day in today.week" :key="day.date" :class="{ today: day.date === today.date }">
        <h3>{{ dayName(day.date) }}</h3>
        <p v-if="!day.lessons.length" class="soft">–</p>
        <ul>
          <li
            v-for="{ lesson, name, clash } in day.lessons"
            :key="lesson.id"
            :class="{ cancelled: lesson.cancelled }"
          >
            <RouterLink :to="{ name: 'setup', params: { id: lesson.id } }" class="open">
              <span class="soft">{{ clock(lesson.startsAt) }}</span> {{ name }}
              <span v-if="lesson.cancelled" class="soft">cancelled</span>
              <span v-if="clash" class="clash">{{ clash }}</span>
            </RouterLink>
            <button
              type="button"
              class="plain change"
              :aria-label="`Change ${name}’s lesson, ${dayName(day.date)}`"
              @click="emit('edit', lesson, name)"
            >
              ⋯
            </button>
          </li>
        </ul>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.calendar {
  margin-left: auto;
}
.week {
  margin-top: 28px;
}
header {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-bottom: 6px;
}
.days {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  border-top: 2px solid var(--ink);
}
.days > li {
  padding: 8px 10px 12px;
  border-right: 1px solid var(--line);
  min-width: 0;
}
.days > li:last-child {
  border-right: 0;
}
.days > .today {
  background: var(--cane);
}
h3 {
  font-size: 15px;
}
ul li {
  display: flex;
  align-items: baseline;
  gap: 4px;
}
.open {
  flex: 1;
  min-width: 0;
  color: var(--ink);
  text-decoration: none;
  padding: 4px 0;
  overflow-wrap: break-word;
}
.open:hover {
  text-decoration: underline;
}
.cancelled .open {
  text-decoration: line-through;
  color: var(--soft);
}
.clash {
  display: block;
  color: var(--lacquer);
  font-weight: 650;
}
.change {
  padding: 2px 6px;
  color: var(--soft);
}
@media (max-width: 900px) {
  .days {
    grid-template-columns: 1fr;
  }
  .days > li {
    border-right: 0;
    border-bottom: 1px solid var(--line);
    display: grid;
    grid-template-columns: 96px 1fr;
    gap: 8px;
  }
}
</style>
