<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { BREATH_SIGNS, waysFor } from '@halitus/core/breath'
import { choiceOf, INTAKE, retold } from '@halitus/core/schools'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'
import Plate from '@/parts/Plate.vue'
import BreathSequence from '../BreathSequence.vue'

/** What is seen of the breath, by tap; the way in stands beside it, in the words of the learner's school. */
const lesson = useLesson()
const seen = useDraft<string[]>(() => `watch.${lesson.answer?.lesson.id}`, [])
const toggle = (id: string) =>
  (seen.value = seen.value.includes(id) ? seen.value.filter((x) => x !== id) : [...seen.value, id])
const learner = computed(() => lesson.answer?.learner.schools)
/** One school asks for a loud, huge breath in the first lessons: noise is no fault there. */
const loud = computed(() => choiceOf(INTAKE, learner.value, lesson.schools) === 'loud')
const signs = computed(() => BREATH_SIGNS.filter((s) => !(loud.value && s.id === 'noise')))
const first = computed(() => {
  const sign = BREATH_SIGNS.find((s) => s.id === seen.value[0])
  return sign && retold(sign, lesson.inst?.taught?.says ?? [])
})
const ways = computed(() =>
  first.value
    ? retold(waysFor(first.value, learner.value, lesson.schools), lesson.inst?.taught?.says ?? [])
    : [],
)
async function keep() {
  if (!seen.value.length) return
  if (await lesson.add('breath', 'breath-watch', { seen: seen.value })) seen.value = []
}
</script>

<template>
  <BreathSequence />
  <p class="soft">Three breaths without the instrument. Does anything stand out?</p>
  <div class="signs" role="group" aria-label="What is seen">
    <Button
      v-for="s in signs"
      :key="s.id"
      size="large"
      :type="seen.includes(s.id) ? 'primary' : 'default'"
      :aria-pressed="seen.includes(s.id)"
      @click="toggle(s.id)"
      >{{ s.words }}</Button
    >
  </div>
  <template v-if="first">
    <p class="remedy" aria-live="polite">{{ first.remedy }}</p>
    <Plate enter @click="keep">Keep what was seen</Plate>
    <div class="ways">
      <section v-for="w in ways" :key="w.id">
        <h3>{{ w.title }}</h3>
        <p v-for="line in w.script" :key="line">{{ line }}</p>
        <p v-if="w.caution" class="caution">{{ w.caution }}</p>
      </section>
    </div>
  </template>
  <p v-else-if="loud" class="soft">
    Loud and huge at first is this learner’s school: noise isn’t looked for.
  </p>
</template>

<style scoped>
.signs {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 12px 0;
}
.remedy {
  font-size: 26px;
  font-weight: 650;
  margin: 10px 0;
}
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 24px;
  margin-top: 18px;
}
.ways p {
  margin: 5px 0;
  font-size: 17px;
}
</style>
