<script setup lang="ts">
import { Button, Textarea } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { useDraft } from '@/base/drafts.ts'
import { SYLLABLES } from '@halitus/core/tongue'
import Choice from '@/parts/Choice.vue'
import Quantity from '@/parts/Quantity.vue'
import TuneName from './TuneName.vue'
import { typeOf, useSheets } from './sheets.ts'

/** Which sheet, which part of it, how it is moved, at which tempo; and how another one comes in: chosen, dropped, pasted, typed. */
/** `brief`: only which one, where something else is first. */
defineProps<{ brief?: boolean }>()
const sheets = useSheets()
const files = ref<HTMLInputElement>()
const typing = ref(false)
const open = ref(false)
const text = useDraft(() => 'tune.typed', '')
const tuneId = computed({ get: () => sheets.chosenId, set: (id) => void sheets.choose(id) })
const tunes = computed(() => [
  ...(sheets.chosenId ? [] : [{ value: '', label: 'Choose a sheet' }]),
  ...sheets.tunes.map((t) => ({ value: t.id, label: t.title })),
])
const parts = computed(() =>
  (sheets.tune?.parts ?? [])
    .filter((p) => p.notes && !p.percussion)
    .map((p) => ({ value: p.id, label: p.name || p.id })),
)
const part = computed({ get: () => sheets.how?.part, set: (p) => void sheets.play({ part: p ?? '' }) })
const MOVES = [
  { value: 'written 0', label: 'notes as written' },
  { value: 'written 1', label: 'an octave up' },
  { value: 'written -1', label: 'an octave down' },
  { value: 'sounding 0', label: 'sounds as written for its own instrument' },
  { value: 'sounding 1', label: 'the same, an octave up' },
  { value: 'sounding -1', label: 'the same, an octave down' },
] as const
const move = computed({
  get: () => `${sheets.how?.as} ${sheets.how?.octave}` as (typeof MOVES)[number]['value'],
  set: (value) => {
    const [as, octave] = value.split(' ') as ['written' | 'sounding', string]
    void sheets.play({ as, octave: Number(octave) })
  },
})
const tempo = computed({
  get: () => Math.round(sheets.sheet?.tempo ?? sheets.how?.tempo ?? 72),
  set: (bpm) => void sheets.play({ tempo: bpm }),
})
const minutes = computed({
  get: () => sheets.minutes,
  set: (n) => {
    sheets.minutes = n
    void sheets.read()
  },
})

const UNDER = [
  { value: '', label: 'nothing under the notes' },
  ...SYLLABLES.map((s) => ({ value: s.id, label: s.words })),
]
const under = computed({
  get: () => sheets.under,
  set: (id) => {
    sheets.under = id
    void sheets.read()
  },
})

async function take(file: File | undefined) {
  if (!file) return
  await sheets.bring(await file.arrayBuffer(), file.name, typeOf(file.name))
}
async function picked(event: Event) {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  await take(file)
}
async function typed() {
  const written = text.value.trim()
  if (!written) return
  const isXml = written.startsWith('<')
  // Who types notes alone means a plain head.
  const whole = isXml || /^K:/m.test(written) ? written : `M:4/4\nL:1/4\nK:C\n${written}`
  const bytes = new TextEncoder().encode(whole).buffer as ArrayBuffer
  if (await sheets.bring(bytes, 'Typed', isXml ? typeOf('x.xml') : typeOf('x.abc'))) {
    text.value = ''
    typing.value = false
  }
}
const over = ref(false)
useEventListener(document, 'dragover', (event: DragEvent) => {
  if (!event.dataTransfer?.types.includes('Files')) return
  event.preventDefault()
  over.value = true
})
useEventListener(document, 'dragleave', () => (over.value = false))
useEventListener(document, 'drop', (event: DragEvent) => {
  over.value = false
  const [file] = event.dataTransfer?.files ?? []
  if (!file) return
  event.preventDefault()
  void take(file)
})
</script>

<template>
  <div class="choose" :class="{ over }">
    <Choice v-if="tunes.length > 1 || sheets.chosenId" v-model="tuneId" label="Sheet" :options="tunes" />
    <template v-if="sheets.tune && !brief">
      <label for="tune-tempo">tempo</label><Quantity id="tune-tempo" v-model="tempo" :min="10" :max="400" />
      <label for="tune-minutes">practised for</label
      ><Quantity id="tune-minutes" v-model="minutes" :min="1" :max="60" unit="min" />
    </template>
    <Button v-if="!brief" @click="files?.click()">Bring a sheet</Button>
    <Button v-if="!brief" :aria-expanded="open" @click="open = !open">{{ open ? 'Less' : 'More' }}</Button>
    <input
      ref="files"
      type="file"
      accept=".musicxml,.xml,.mxl,.abc,.mid,.midi"
      class="visually-hidden"
      tabindex="-1"
      aria-label="A file of MusicXML, ABC or MIDI"
      @change="picked"
    />
  </div>
  <div v-if="open" class="choose more">
    <Choice v-if="parts.length > 1" v-model="part" label="Part" :options="parts" />
    <Choice v-if="sheets.tune" v-model="move" label="How it is read" :options="MOVES" />
    <Choice v-if="sheets.tune" v-model="under" label="Under the notes" :options="UNDER" />
    <Button :aria-expanded="typing" @click="typing = !typing">Type or paste</Button>
    <slot />
    <TuneName v-if="sheets.tune" :key="sheets.chosenId" />
    <Button v-if="sheets.tune" @click="sheets.remove">Delete this sheet</Button>
  </div>
  <p v-if="over" class="soft" role="status">Let it go here.</p>
  <form v-if="typing && open" class="typed" @submit.prevent="typed">
    <label for="tune-text"
      >ABC, one letter a note: <code>C D E F | G2 A2 | c4 |</code>. Middle C is <code>C</code>, the one above
      it <code>c</code>; <code>2</code> is twice as long, <code>^</code> sharp, <code>_</code> flat,
      <code>z</code> a rest, <code>( )</code> a slur.</label
    >
    <Textarea
      id="tune-text"
      v-model:value="text"
      :rows="6"
      :maxlength="200000"
      placeholder="T:Its name&#10;M:4/4&#10;L:1/4&#10;K:D&#10;D E F A | B2 A2 | (G F) E2 | D4 |]"
    />
    <p class="soft">A photographed sheet can’t be read: type its notes, or save it as MusicXML.</p>
    <Button html-type="submit" :loading="sheets.loading" :disabled="!text.trim()">Take it in</Button>
  </form>
  <p v-if="sheets.problem" class="caution" role="alert">{{ sheets.problem }}</p>
  <p v-for="w in sheets.tune?.warnings.slice(0, 3)" :key="w" class="soft">{{ w }}</p>
</template>

<style scoped>
.choose {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 10px;
  color: var(--soft);
}
.more {
  margin-top: 8px;
}
.over {
  outline: 3px dashed var(--brass);
  outline-offset: 6px;
}
.typed {
  display: grid;
  gap: 8px;
  justify-items: start;
  margin: 10px 0;
}
.typed :deep(textarea) {
  font-family: ui-monospace, monospace;
}
</style>
