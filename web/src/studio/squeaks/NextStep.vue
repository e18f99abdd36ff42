<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { isTyping } from '@/base/keys.ts'
import type { Search } from './search.ts'

/** The one thing to try next, to be said aloud, with its outcomes by one tap or one key. */
const props = defineProps<{ search: Search }>()
const next = computed(() => props.search.verdict.value?.next ?? null)
const isQuestion = computed(() => next.value?.outcomes.length === 2)
const freezing = ref(false)
watch(
  () => next.value?.id,
  () => (freezing.value = next.value?.id === 'freeze'),
  { immediate: true },
)
const FREEZE_S = computed(() => props.search.known.value.checks.find((c) => c.id === 'freeze')!.seconds)
const keyOf = (i: number) => (isQuestion.value ? ['y', 'n'][i] : String(i + 1))
function froze(finger: string | undefined) {
  freezing.value = false
  props.search.froze(finger)
}
/** What can't be done here, or isn't known, is left out. */
function leave() {
  const id = next.value?.id
  if (freezing.value && id !== 'freeze') freezing.value = false
  else if (id) props.search.cannot(id)
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (isTyping(event)) return
  if (event.key === 'f') freezing.value = !freezing.value
  else if (event.key === '0') leave()
  else if (!freezing.value && next.value) {
    const at = next.value.outcomes.findIndex((_, i) => keyOf(i) === event.key)
    if (at >= 0) props.search.answer(next.value.outcomes[at]!.id)
  }
})
</script>

<template>
  <section v-if="freezing" class="next">
    <h2>Next, {{ FREEZE_S }} s</h2>
    <p class="ask">Hold the note; I press one finger after the other.</p>
    <div class="taps" role="group" aria-label="Freeze: which finger settles it">
      <p class="soft">The likeliest first. Which one settles it?</p>
      <Button v-for="f in search.fingers.value" :key="f.id" size="large" @click="froze(f.id)">{{
        f.words
      }}</Button>
      <Button size="large" @click="froze(undefined)">None of them</Button>
      <Button size="large" @click="leave">{{ next?.id === 'freeze' ? 'Can’t here' : 'Not now' }}</Button>
    </div>
  </section>
  <section v-else-if="next" class="next">
    <h2>Next, {{ next.seconds }} s</h2>
    <p v-if="next.first" class="soft">{{ next.first }}</p>
    <p class="ask">{{ next.words }}</p>
    <p v-if="next.caution" class="caution">{{ next.caution }}</p>
    <p class="taps">
      <Button v-for="(o, i) in next.outcomes" :key="o.id" size="large" @click="search.answer(o.id)"
        >{{ o.words }} <kbd>{{ keyOf(i) }}</kbd></Button
      >
      <Button size="large" @click="leave">{{ isQuestion ? 'Don’t know' : 'Can’t here' }} <kbd>0</kbd></Button>
      <Button size="small" @click="freezing = true">Freeze: one finger after the other <kbd>f</kbd></Button>
    </p>
  </section>
</template>

<style scoped>
h2 {
  margin: 0;
}
.next {
  margin: 10px 0;
  border-left: 4px solid var(--brass);
  padding-left: 16px;
}
.ask {
  font-size: 27px;
  line-height: 1.2;
  font-weight: 650;
  margin: 2px 0 10px;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin: 8px 0;
}
.taps p {
  width: 100%;
  margin: 0;
}
</style>
