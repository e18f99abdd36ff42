<script setup lang="ts">
import Why from '@/parts/Why.vue'
import type { verdictOf } from './measured.ts'

/** Every number of a long tone, behind why. */
defineProps<{ facts: ReturnType<typeof verdictOf>['facts'] }>()
</script>

<template>
  <Why>
    <dl class="facts">
      <div v-for="f in facts" :key="f.name">
        <dt>{{ f.name }}</dt>
        <dd>
          <b>{{ f.value }}</b> {{ f.unit }} <span class="soft">{{ f.before }}</span>
        </dd>
      </div>
    </dl>
  </Why>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: repeat(5, auto);
  gap: 4px 18px;
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
  font-size: 23px;
}
@media (max-width: 1000px) {
  .facts {
    grid-template-columns: repeat(2, auto);
  }
}
</style>
