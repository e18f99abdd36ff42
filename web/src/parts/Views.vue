<script setup lang="ts" generic="T extends string">
import { nextTick, onMounted, ref, watch } from 'vue'
import Sign from '@/drawings/Sign.vue'

/**
 * One of a few views or answers, as words on a line; the one that is chosen is underlined. Arrows go along. The parts of a stop
 * carry their signs: the one that is open is the row's title.
 */
const props = defineProps<{
  options: readonly { value: T; label: string }[]
  label: string
  signs?: boolean
}>()
const chosen = defineModel<T>()
const line = ref<HTMLElement>()

function go(event: KeyboardEvent) {
  const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  event.stopPropagation()
  const at = props.options.findIndex((o) => o.value === chosen.value)
  const next = (at + by + props.options.length) % props.options.length
  chosen.value = props.options[next]!.value
  ;(line.value?.children[next] as HTMLElement | undefined)?.focus()
}
/** On a row that scrolls, what is open is in sight. */
async function intoSight() {
  await nextTick()
  if (props.signs)
    line.value
      ?.querySelector('[aria-checked="true"]')
      ?.scrollIntoView?.({ block: 'nearest', inline: 'center' })
}
onMounted(intoSight)
watch(chosen, intoSight)
</script>

<template>
  <span ref="line" role="radiogroup" class="views" :class="{ signs }" :aria-label="label" @keydown="go">
    <button
      v-for="o in options"
      :key="o.value"
      type="button"
      role="radio"
      class="view"
      :aria-checked="o.value === chosen"
      :tabindex="o.value === chosen ? 0 : -1"
      @click="chosen = o.value"
    >
      <Sign v-if="signs" :name="o.value" />
      <span>{{ o.label }}</span>
    </button>
  </span>
</template>

<style scoped>
.views {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 0 16px;
  min-width: 0;
}
.view {
  font: inherit;
  font-size: 16px;
  color: var(--soft);
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  padding: 4px 2px 3px;
  cursor: pointer;
}
.view:hover {
  color: var(--ink);
}
.view[aria-checked='true'] {
  color: var(--ink);
  font-weight: 650;
  border-color: var(--brass);
}
.signs {
  flex-wrap: nowrap;
  align-items: stretch;
  gap: 0 6px;
}
.signs .view {
  flex: none;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: flex-end;
  gap: 1px;
  padding: 0 6px 3px;
  font-size: 14px;
  line-height: 1.2;
  white-space: nowrap;
}
.signs .view[aria-checked='true'] {
  flex-direction: row;
  align-items: center;
  gap: 10px;
  font-size: 24px;
  font-weight: 680;
}
</style>
