<script setup lang="ts">
import { Input, InputNumber } from 'ant-design-vue'
import type { Instrument } from '@halitus/core/instruments'
import type { CardRow } from '@halitus/core/records'
import CardNotes from '@/card/CardNotes.vue'
import Staff from '@/parts/Staff.vue'

/** A line of the card as it will be held; minutes and words are changed where they stand. */
defineProps<{ row: CardRow; inst: Instrument | undefined; sessions: number }>()
defineEmits<{ change: [more: Partial<CardRow>]; remove: [] }>()
/** A row is as high as its minutes, px: what takes long looks long. */
const MINUTE_PX = 16
const LEAST_PX = 46
const heightOf = (row: CardRow) => Math.max(LEAST_PX, MINUTE_PX * row.minutes)
</script>

<template>
  <li class="row" :style="{ minHeight: `${heightOf(row)}px` }">
    <span class="bar" :class="row.kind" aria-hidden="true"></span>
    <span class="minutes">
      <InputNumber
        :value="row.minutes"
        :min="0"
        :max="60"
        :bordered="false"
        class="number"
        :aria-label="`${row.title}: minutes`"
        @change="(n) => typeof n === 'number' && $emit('change', { minutes: n })"
      />
    </span>
    <div class="what">
      <Input
        v-if="row.id.startsWith('own-')"
        :value="row.title"
        :bordered="false"
        class="written title"
        aria-label="Title of your own line"
        :maxlength="120"
        @update:value="(title) => $emit('change', { title })"
      />
      <h3 v-else>{{ row.title }}</h3>
      <Input
        :value="row.amount"
        :bordered="false"
        class="written"
        :aria-label="`${row.title}: amount`"
        :maxlength="200"
        @update:value="(amount) => $emit('change', { amount })"
      />
      <p class="soft">{{ row.aim }}</p>
      <p v-if="row.why" class="why">{{ row.why }}</p>
      <Staff v-if="inst && row.line?.length" :line="row.line" :inst="inst" :scale="30" />
      <CardNotes v-if="inst && row.notes.length" :inst="inst" :notes="row.notes" />
    </div>
    <span class="boxes" aria-hidden="true"><i v-for="n in sessions" :key="n"></i></span>
    <button type="button" class="off" :aria-label="`Take ${row.title} off`" @click="$emit('remove')">
      ×
    </button>
  </li>
</template>

<style scoped src="./written.css"></style>
<style scoped>
.row {
  display: grid;
  grid-template-columns: 9px 48px minmax(0, 1fr) auto 30px;
  gap: 2px 10px;
  align-items: start;
  padding: 3px 0 6px;
  border-top: 1px solid var(--line);
  font-size: 17px;
}
.row h3 {
  font-size: 20px;
  line-height: 1.25;
}
.title {
  font-size: 20px;
  font-weight: 650;
}
.why {
  font-size: 15px;
  line-height: 1.3;
  color: var(--brass-text);
}
.bar {
  align-self: stretch;
  border-radius: 5px;
  background: var(--ink);
}
.bar.breath {
  background: var(--air);
}
.boxes {
  display: flex;
  gap: 4px;
  padding-top: 6px;
}
.boxes i {
  width: 20px;
  height: 20px;
  border: 1.5px solid var(--soft);
  border-radius: 4px;
}
.off {
  width: 30px;
  height: 30px;
  font: inherit;
  font-size: 20px;
  line-height: 1;
  color: var(--soft);
  background: none;
  border: 0;
  cursor: pointer;
}
.off:hover {
  color: var(--lacquer);
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: 9px 44px minmax(0, 1fr) 30px;
  }
  .boxes {
    display: none;
  }
}
</style>
