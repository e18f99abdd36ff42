<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { proxy } from 'comlink'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { differsWords, nothingWords, type Found, type Search, type Wanted } from '@halitus/core/acoustics'
import {
  fingeringsOf,
  standardFingering,
  type FingerSystem,
  type Instrument,
  type TouchId,
} from '@halitus/core/instruments'
import { noteName, parseNote, prettyNote } from '@halitus/core/pitch'
import { signed } from '@/base/words.ts'
import Choice from '@/parts/Choice.vue'
import { airWorker } from '@/workers/index.ts'

/** Every other fingering for a note: in tune with it, a little higher or lower, a quarter tone away, or to trill to. */
const props = defineProps<{ inst: Instrument; system: FingerSystem; note: string }>()
const emit = defineEmits<{ show: [touches: TouchId[]] }>()
/** So many are shown at first. */
const SHOWN = 6
/** Semitones up to which a trill goes. */
const TRILLS = [1, 2]

const above = computed(() => {
  const { midi } = parseNote(props.note)
  return TRILLS.map((by) => noteName(midi + by)).filter((n) => fingeringsOf(props.inst, n).length)
})
const options = computed(() => [
  { value: 'same', label: 'In tune' },
  { value: 'up', label: '10 cents higher' },
  { value: 'down', label: '10 cents lower' },
  { value: 'quarter up', label: 'A quarter tone higher' },
  { value: 'quarter down', label: 'A quarter tone lower' },
  ...above.value.map((n) => ({ value: `trill ${n}`, label: `To trill with ${prettyNote(n)}` })),
])
const how = ref('same')
const wanted = computed((): Wanted => {
  const own = { written: props.note }
  switch (how.value) {
    case 'up':
      return { ...own, cents: 10, window: 6 }
    case 'down':
      return { ...own, cents: -10, window: 6 }
    case 'quarter up':
      return { ...own, cents: 50, window: 20 }
    case 'quarter down':
      return { ...own, cents: -50, window: 20 }
    case 'same':
      return own
    default:
      return { written: how.value.slice('trill '.length), window: 40, from: props.note, to: props.note }
  }
})
const done = ref(0)
const runs = ref(false)
const result = ref<{ asked: Wanted; found: Search }>()
const failed = ref('')
watch([() => props.note, how], () => {
  result.value = undefined
  if (runs.value) cancel()
})
watch(above, () => {
  if (!options.value.some((o) => o.value === how.value)) how.value = 'same'
})
async function look() {
  const asked = wanted.value
  done.value = 0
  runs.value = true
  failed.value = ''
  result.value = undefined
  try {
    const found = await airWorker().search(
      props.inst.id,
      props.inst.systems[0].id,
      asked,
      proxy((share: number) => (done.value = share)),
    )
    if (!found) return
    result.value = { asked, found }
  } catch (error) {
    failed.value = error instanceof Error ? error.message : String(error)
  }
  runs.value = false
}
function cancel() {
  runs.value = false
  void airWorker().cancel()
}
onBeforeUnmount(() => runs.value && cancel())

const usual = computed(() => standardFingering(props.inst, props.note).touches)
const same = (f: Found) => f.touches.join() === usual.value.join()
const rows = computed(() => (result.value?.found.found ?? []).filter((f) => !same(f)).slice(0, SHOWN))
const said = computed(() => {
  const now = result.value
  if (!now) return ''
  const count = `${now.found.tried.toLocaleString('en')} fingerings tried`
  return rows.value.length
    ? `${count}; the easiest from ${prettyNote(props.note)} first.`
    : now.found.found.length
      ? `${count}: none but the usual one.`
      : `${count}. ${nothingWords(now.asked.written, now.found.nearest)}`
})
</script>

<template>
  <section class="other">
    <h2>Another fingering for {{ prettyNote(note) }}</h2>
    <p class="taps">
      <Choice v-model="how" :options="options" label="Which pitch" />
      <Button v-if="!runs" @click="look">Look for them</Button>
      <template v-else>
        <Button @click="cancel">Stop</Button>
        <progress :value="done" max="1" :aria-label="`${Math.round(100 * done)} % done`" />
      </template>
    </p>
    <p v-if="failed" class="wrong">{{ failed }}</p>
    <ul v-if="rows.length" class="found" aria-label="Fingerings found">
      <li v-for="f in rows" :key="f.touches.join(' ')">
        <button type="button" class="plain" @click="emit('show', f.touches)">
          <b>{{ signed(f.cents) }}</b>
          <span
            >{{ differsWords(system, usual, f.touches) }}
            <span class="soft">{{ f.charted ? `charted: ${f.charted}` : 'predicted' }}</span></span
          >
        </button>
      </li>
    </ul>
    <p v-if="said" class="soft" aria-live="polite">{{ said }}</p>
  </section>
</template>

<style scoped>
.other {
  margin-top: 14px;
}
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}
progress {
  width: 160px;
  accent-color: var(--brass);
}
.found {
  list-style: none;
  padding: 0;
  margin: 6px 0;
}
.found li {
  border-bottom: 1px solid var(--line);
}
.found button {
  display: grid;
  grid-template-columns: 64px 1fr;
  gap: 8px;
  padding: 5px 0;
  width: 100%;
  text-align: left;
}
.found button:hover {
  text-decoration: underline;
}
.found b {
  font-size: 18px;
}
</style>
