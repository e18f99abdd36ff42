<script setup lang="ts">
import { computed } from 'vue'
import type { EndTake } from '@halitus/core/records'

/** One of the places, in numbers; where no sound came, that. */
const props = defineProps<{ take: EndTake }>()
const rows = computed(() => [
  { name: 'Steadiness', value: `${Math.round(props.take.steadinessCents)}`, unit: 'cents' },
  { name: 'Tone over noise', value: `${Math.round(props.take.hnrDb)}`, unit: 'dB' },
  ...(props.take.levelDb === undefined
    ? []
    : [{ name: 'Loudness', value: `−${Math.round(-props.take.levelDb)}`, unit: 'dB' }]),
  { name: 'Length', value: props.take.lengthS.toFixed(1), unit: 's' },
])
</script>

<template>
  <p v-if="take.silent" class="silent">No sound</p>
  <dl v-else>
    <div v-for="r in rows" :key="r.name">
      <dt>{{ r.name }}</dt>
      <dd>
        <b>{{ r.value }}</b> {{ r.unit }}
      </dd>
    </div>
  </dl>
</template>

<style scoped>
dl {
  margin: 6px 0;
}
dt {
  color: var(--soft);
  font-size: 14px;
}
dd {
  margin: 0;
}
dd b {
  font-size: 24px;
}
.silent {
  font-size: 24px;
  font-weight: 650;
}
</style>
