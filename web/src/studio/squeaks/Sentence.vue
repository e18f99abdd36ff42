<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import type { Instrument } from '@halitus/core/instruments'
import { useListening } from '@/listening/index.ts'
import NoteChoice from '@/parts/NoteChoice.vue'
import Differs from './Differs.vue'
import type { Search } from './search.ts'

/** What is known, as one sentence: a touch on a word changes it or takes it back. */
const props = defineProps<{ search: Search; inst: Instrument }>()
defineEmits<{ listen: [] }>()
const listening = useListening()
const noteAt = (i: number) =>
  computed({
    get: () => props.search.told.value.notes[i] ?? '',
    set: (note: string) =>
      props.search.change({ notes: [...props.search.told.value.notes.slice(0, i), note] }),
  })
const first = noteAt(0)
const second = noteAt(1)
/** What sounds by mistake lies up to two octaves beyond the instrument's notes, semitones. */
const SOUNDS_BEYOND = 24
/** The note that sounded, by tap instead of by ear. */
const sounded = computed({
  get: () => '',
  set: (note: string) => props.search.change(props.search.itSounded(note)),
})
</script>

<template>
  <p class="sentence">
    <button type="button" class="word lead" @click="search.change({ complaint: '' })">
      {{ search.complaint.value?.words }}
    </button>
    <span>
      on
      <span class="pick"><NoteChoice id="squeak-note" v-model="first" :inst="inst" /></span>
      <template v-if="search.told.value.notes.length">
        to <span class="pick"><NoteChoice id="squeak-to" v-model="second" :inst="inst" /></span>
      </template>
    </span>
    <button
      v-for="s in search.told.value.said.filter((x) => x.how === 'yes' || x.how === 'no')"
      :key="s.id"
      type="button"
      class="word"
      :class="{ not: s.how === 'no' }"
      :aria-label="`${search.labelOf(s.id)}: ${s.how === 'no' ? 'not so' : 'so'}; take back`"
      @click="search.unsay(s.id)"
    >
      {{ s.how === 'no' ? 'not ' : '' }}{{ search.labelOf(s.id).toLowerCase() }}
    </button>
    <button
      v-if="search.told.value.heardWords"
      type="button"
      class="word"
      :aria-label="`It sounded ${search.told.value.heardWords}; take back`"
      @click="search.change({ heard: undefined, heardWords: '' })"
    >
      heard: {{ search.told.value.heardWords }}
    </button>
    <span v-else-if="search.told.value.notes.length">
      it sounded
      <span class="pick"
        ><NoteChoice id="squeak-sounded" v-model="sounded" :inst="inst" :beyond="SOUNDS_BEYOND"
      /></span>
    </span>
    <Differs v-if="search.differences.value.length" :search="search" />
    <Button size="small" @click="$emit('listen')">{{
      listening.state === 'listening' ? 'Stop' : 'Listen'
    }}</Button>
  </p>
</template>

<style scoped src="./sentence.css"></style>
<style scoped>
.sentence {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  font-size: 18px;
  margin: 8px 0 0;
}
.lead {
  font-size: 27px;
}
.pick {
  display: inline-block;
  width: 92px;
}
</style>
