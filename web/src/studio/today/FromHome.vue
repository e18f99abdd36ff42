<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { TodayAnswer } from '@halitus/core/contract'
import { troubleWords } from '@halitus/core/trouble'
import { dayName } from '@/base/words.ts'
import { useNotices } from '@/base/notices.ts'
import { useStudio } from '../store.ts'

/** What was reported from home and nobody has seen, or who hasn't come for long. */
const props = defineProps<{ today: TodayAnswer; show: 'reports' | 'gaps' }>()
const emit = defineEmits<{ lesson: [learnerId: string] }>()
/** So many are seen at once; in a large studio the others are one touch away. */
const SEEN = 3
const all = ref(false)
const gaps = computed(() => (all.value ? props.today.gaps : props.today.gaps.slice(0, SEEN)))
const folded = computed(() => props.today.gaps.length - SEEN)
const studio = useStudio()
const notices = useNotices()
async function seen(id: string, name: string) {
  if (await notices.attempt(() => studio.seen(id, true)))
    notices.show(`${name}: seen.`, { undo: () => studio.seen(id, false) })
}
</script>

<template>
  <div v-if="today[show].length" class="both">
    <section v-if="show === 'reports'">
      <h2>Reported from home</h2>
      <ul>
        <li v-for="{ report, learner, cardId } in today.reports" :key="report.id" class="caution">
          <span
            ><RouterLink :to="{ name: 'learner', params: { id: learner.id } }">{{ learner.name }}</RouterLink
            >, {{ dayName(report.at) }}: {{ troubleWords(report.kind)
            }}{{ report.text ? `: ${report.text}` : '' }}</span
          >
          <span class="acts">
            <Button size="small" type="primary" @click="seen(report.id, learner.name)">Seen</Button>
            <RouterLink :to="{ name: 'card', params: { id: cardId } }">Card</RouterLink>
          </span>
        </li>
      </ul>
    </section>
    <section v-else>
      <h2>Not expected</h2>
      <ul>
        <li v-for="{ learner, lastLesson } in gaps" :key="learner.id">
          <span
            ><RouterLink :to="{ name: 'learner', params: { id: learner.id } }">{{ learner.name }}</RouterLink>
            <span class="soft">{{
              lastLesson ? `last here ${dayName(lastLesson)}` : 'no lesson yet'
            }}</span></span
          >
          <Button size="small" @click="emit('lesson', learner.id)">New lesson</Button>
        </li>
      </ul>
      <Button v-if="folded > 0" size="small" :aria-expanded="all" @click="all = !all">{{
        all ? 'Fewer' : `${folded} more not expected`
      }}</Button>
    </section>
  </div>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 28px;
  margin-top: 28px;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
  padding: 8px 0 8px 12px;
  border-top: 1px solid var(--line);
}
a {
  color: var(--ink);
  font-weight: 650;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
}
</style>
