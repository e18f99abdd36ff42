<script setup lang="ts">
import { Segmented } from 'ant-design-vue'
import { computed, onBeforeUnmount, ref, watch, type Component } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { RECORDS, type EntryKind } from '@halitus/core/records'
import { Stop } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'

/** Each kind of record that is heard here has one part, named after the kind; adding one is adding its file. */
const found = import.meta.glob<{ default: Component }>('./parts/*.vue', { eager: true })
const parts = Object.fromEntries(
  Object.entries(found).map(([path, { default: part }]) => [/([\w-]+)\.vue$/.exec(path)![1]!, part]),
)
/** In the registry's order. */
const kinds = Object.keys(RECORDS).filter((kind) => parts[kind]) as EntryKind[]

const listening = useListening()
const remembered = useLocalStorage<EntryKind>('halitus.sound', kinds[0]!)
const kind = ref<EntryKind>(kinds.includes(remembered.value) ? remembered.value : kinds[0]!)
const part = computed(() => parts[kind.value])
watch(kind, (now) => {
  remembered.value = now
  void listening.cancel()
})
onBeforeUnmount(() => void listening.cancel())
</script>

<template>
  <Stop stage="sound">
    <template #head>
      <Segmented
        v-model:value="kind"
        :options="kinds.map((value) => ({ value, label: RECORDS[value].title }))"
        aria-label="What is practised"
      />
    </template>
    <component :is="part" :key="kind" />
  </Stop>
</template>
