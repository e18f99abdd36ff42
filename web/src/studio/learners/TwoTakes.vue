<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { TakeRecord } from '@halitus/core/contract'
import { api } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'
import { dayName } from '@/base/words.ts'
import { hush, playingId, replay, replayAll } from '@/listening/index.ts'

/**
 * Any two kept takes by ear, one after the other: the oldest and the newest at first. Without names they come in either order, and
 * the ear says which was which.
 */
const props = defineProps<{ learner: string; instrument: string }>()
const notices = useNotices()
const all = ref<TakeRecord[]>([])
const takes = computed(() =>
  all.value.filter((t) => t.instrument === props.instrument).sort((a, b) => b.at.localeCompare(a.at)),
)
const first = ref('')
const second = ref('')
watch(
  () => [props.learner, props.instrument],
  async () => {
    all.value = (await api.takes(props.learner).catch(() => undefined))?.takes ?? []
    first.value = takes.value.at(-1)?.id ?? ''
    second.value = takes.value[0]?.id ?? ''
  },
  { immediate: true },
)
/** Which comes first while the names are hidden; told when somebody asks. */
const hidden = ref<[string, string]>()
const pair = computed((): [string, string] => hidden.value ?? [first.value, second.value])
async function hear() {
  const wavs = await notices.attempt(() => Promise.all(pair.value.map((id) => api.takeSound(id))))
  if (wavs) await replayAll(wavs.map((wav, k) => ({ id: `${pair.value[k]!} ${k}`, wav })))
}
async function hearOne(id: string, k: number) {
  const wav = await notices.attempt(() => api.takeSound(id))
  if (wav) await replay(`${id} ${k}`, wav)
}
const hide = () =>
  (hidden.value = Math.random() < 0.5 ? [first.value, second.value] : [second.value, first.value])
const named = (id: string) => {
  const take = takes.value.find((t) => t.id === id)
  return take ? `${dayName(take.at)}, ${take.label}` : ''
}
onBeforeUnmount(hush)
</script>

<template>
  <section v-if="takes.length > 1" class="two" aria-label="Two takes by ear">
    <h2>Two takes by ear</h2>
    <p class="pair">
      <Button
        v-for="(id, k) in pair"
        :key="k"
        :aria-pressed="playingId === `${id} ${k}`"
        @click="hearOne(id, k)"
        >{{ hidden ? (k ? 'The second' : 'The first') : named(id) }}</Button
      >
      <Button type="primary" @click="hear">Hear both</Button>
      <Button v-if="!hidden" @click="hide">Without names</Button>
      <Button v-else @click="hidden = undefined">Which was which?</Button>
    </p>
    <ul v-if="!hidden">
      <li v-for="t in takes" :key="t.id">
        <span
          >{{ t.label }} <span class="soft">{{ dayName(t.at) }}, {{ Math.round(t.seconds) }} s</span></span
        >
        <Button size="small" :aria-pressed="first === t.id" :disabled="second === t.id" @click="first = t.id"
          >First</Button
        >
        <Button size="small" :aria-pressed="second === t.id" :disabled="first === t.id" @click="second = t.id"
          >Second</Button
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.two {
  margin: 8px 0 24px;
}
.pair {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 48px;
  max-width: 620px;
  border-top: 1px solid var(--line);
}
li > :first-child {
  flex: 1;
}
@media print {
  .two {
    display: none;
  }
}
</style>
