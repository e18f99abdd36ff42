<script setup lang="ts">
import { computed } from 'vue'
import { fingerSystem, isCharted, standardFingering, type Instrument } from '@halitus/core/instruments'
import { prettyNote } from '@halitus/core/pitch'
import Hands from '@/parts/Hands.vue'

/** Fingering pictures of some notes; names only while the instrument has no chart. */
const props = defineProps<{ inst: Instrument; notes: readonly string[] }>()
const pictured = computed(() =>
  props.notes.map((note) => ({
    note,
    touches: isCharted(props.inst) ? standardFingering(props.inst, note).touches : undefined,
  })),
)
</script>

<template>
  <div class="notes">
    <figure v-for="p in pictured" :key="p.note">
      <figcaption>{{ prettyNote(p.note) }}</figcaption>
      <Hands v-if="p.touches" :system="fingerSystem(inst)" :touches="p.touches" :note="prettyNote(p.note)" />
    </figure>
  </div>
</template>

<style scoped>
.notes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 10px;
}
figure {
  margin: 0;
  max-width: 300px;
}
figcaption {
  font-weight: 650;
  font-size: 18px;
  margin-bottom: 4px;
}
</style>
