<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { sequenceFor } from '@halitus/core/breath'
import { ofLearner } from '@halitus/core/records'
import { retold } from '@halitus/core/schools'
import { isTyping } from '@/base/keys.ts'
import { useLesson } from '@/lesson/index.ts'
import BeadLine from '@/parts/BeadLine.vue'

/** Ways to a better breath one after the other, the one that helped last first; which one helps now is kept. */
const lesson = useLesson()
const helpedLast = computed(
  () => ofLearner(lesson.ofKind(lesson.entries, 'breath-watch')).findLast((e) => e.data.helped)?.data.helped,
)
/** In the order of the moment that it was opened: what helps now doesn’t move it. */
const first = helpedLast.value
const ways = computed(() =>
  retold(sequenceFor(first, lesson.answer?.learner.schools, lesson.schools), lesson.inst?.taught?.says ?? []),
)
const at = ref(0)
const way = computed(() => ways.value[at.value])
const go = (id: string) => (at.value = ways.value.findIndex((w) => w.id === id))
const next = () => (at.value = (at.value + 1) % ways.value.length)
async function helped() {
  if (way.value) await lesson.add('breath', 'breath-watch', { seen: [], helped: way.value.id })
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event) || event.repeat) return
  if (event.key === 'w') void helped()
  if (event.key === 'n') next()
})
const beads = computed(() =>
  ways.value.map((w) => ({
    id: w.id,
    title: w.title,
    mark: w.id === helpedLast.value ? ('ok' as const) : ('open' as const),
    said: w.id === helpedLast.value ? 'helped' : '',
    often: w.id === helpedLast.value ? 'helped' : undefined,
  })),
)
</script>

<template>
  <section v-if="way" class="sequence" aria-label="Ways to a better breath">
    <BeadLine :steps="beads" :at="way.id" label="Ways, one after the other" @go="go" />
    <div aria-live="polite">
      <p v-for="(line, i) in way.script" :key="line" class="line" :class="{ first: !i }">{{ line }}</p>
    </div>
    <p v-if="way.caution" class="caution">{{ way.caution }}</p>
    <p class="keys">
      <Button size="large" @click="helped">That helped <kbd>w</kbd></Button>
      <Button size="large" @click="next">Another way <kbd>n</kbd></Button>
    </p>
  </section>
</template>

<style scoped>
.line {
  margin: 4px 0;
  font-size: 20px;
}
.first {
  font-size: 30px;
  line-height: 1.2;
  font-weight: 650;
}
.keys {
  display: flex;
  gap: 10px;
  margin: 12px 0 22px;
}
</style>
