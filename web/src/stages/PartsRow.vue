<script setup lang="ts" generic="T extends string">
import { Modal } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import type { Stage } from '@halitus/core/contract'
import { FILLER_WEIGHT } from '@halitus/core/practice'
import { notedWords } from '@halitus/core/records'
import { capital, dayName, STAGE_NAMES } from '@/base/words.ts'
import { Sign } from '@/drawings/index.ts'
import { useLesson } from '@/lesson/index.ts'
import Views from '@/parts/Views.vue'

/**
 * The parts of a stop in one row; asked for by the stop's key or bead once more they lie on a sheet, each with what came of it last.
 * There letters choose.
 */
const props = defineProps<{ stage: Stage; options: readonly { value: T; label: string }[]; label: string }>()
const chosen = defineModel<T>()
const lesson = useLesson()
const open = ref(false)
watch(
  () => lesson.partsAsked,
  () => (open.value = !open.value),
)
const LETTERS = 'abcdefghijklmnopqrstuvwxyz'
const tiles = computed(() =>
  props.options.map((o, i) => {
    const last = lesson.entries.findLast((e) => e.kind === (o.value as string))
    return {
      ...o,
      letter: LETTERS[i] ?? '',
      last: last && lesson.inst ? (notedWords(last, lesson.inst) ?? '') : '',
      day: last ? dayName(last.at) : '',
    }
  }),
)
/** The one thing to know of the part that is open, where anything is; in the row there is room for no more. */
const need = computed(() =>
  lesson.answer?.concerns.find((c) => c.from === chosen.value && c.weight > FILLER_WEIGHT),
)
function choose(value: T) {
  chosen.value = value
  open.value = false
}
// Before the part that lies below: its own letters mean nothing while the sheet is open.
useEventListener(
  'keydown',
  (event: KeyboardEvent) => {
    if (!open.value || event.ctrlKey || event.metaKey || event.altKey) return
    const tile = tiles.value.find((t) => t.letter === event.key)
    if (!tile) return
    event.preventDefault()
    event.stopImmediatePropagation()
    choose(tile.value)
  },
  { capture: true },
)
</script>

<template>
  <div class="row">
    <Views v-model="chosen" signs :options="options" :label="label" class="parts" />
    <p v-if="need" class="need">{{ capital(need.sentence) }}</p>
  </div>
  <Modal v-model:open="open" :title="STAGE_NAMES[stage]" :footer="null" width="min(1000px, 94vw)">
    <ul class="tiles">
      <li v-for="t in tiles" :key="t.value">
        <button
          type="button"
          class="tile"
          :class="{ now: t.value === chosen }"
          :aria-current="t.value === chosen || undefined"
          @click="choose(t.value)"
        >
          <span class="top"
            ><Sign :name="t.value" /> <kbd>{{ t.letter }}</kbd></span
          >
          <b>{{ t.label }}</b>
          <span class="last">{{ t.last || 'Not tried yet' }}</span>
          <span v-if="t.day" class="day">{{ t.day }}</span>
        </button>
      </li>
    </ul>
  </Modal>
</template>

<style scoped>
.row {
  display: flex;
  align-items: center;
  gap: 16px;
}
.parts {
  flex: none;
}
/* Three lines beside the parts; where they scroll there is no room, and the sheet of needs says it. */
.need {
  flex: 1;
  min-width: 120px;
  max-width: 320px;
  margin: 0 0 0 auto;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 3;
  overflow: hidden;
  font-size: 14px;
  font-weight: 600;
  line-height: 1.2;
  text-align: right;
}
@media (max-width: 900px) {
  .need {
    display: none;
  }
}
.tiles {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(220px, 44%), 1fr));
  gap: 12px;
}
.tile {
  font: inherit;
  color: inherit;
  width: 100%;
  height: 100%;
  min-height: 150px;
  display: flex;
  flex-direction: column;
  gap: 2px;
  padding: 12px 16px;
  text-align: left;
  background: var(--desk);
  border: 0;
  border-radius: 14px;
  cursor: pointer;
}
.tile:hover,
.now {
  background: var(--cane);
}
.top {
  display: flex;
  justify-content: space-between;
  color: var(--soft);
}
.tile b {
  font-size: 20px;
  line-height: 1.2;
  font-weight: 680;
}
.last {
  flex: 1;
  font-size: 16px;
  line-height: 1.3;
  color: var(--soft);
  display: -webkit-box;
  -webkit-line-clamp: 3;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.day {
  font-size: 14px;
  color: var(--soft);
}
</style>
