<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Group, Knowledge, SqueakCause } from '@halitus/core/squeaks'

/** All that is known for a family, to leaf through, search and print. */
const props = defineProps<{ known: Knowledge; name: string }>()
const GROUPS: { id: Group; title: string }[] = [
  { id: 'fingers', title: 'Fingers' },
  { id: 'vent', title: 'Vents' },
  { id: 'reed', title: 'Reed' },
  { id: 'mouth', title: 'Mouth' },
  { id: 'air', title: 'Air' },
  { id: 'tongue', title: 'Tongue' },
  { id: 'body', title: 'Body' },
  { id: 'instrument', title: 'Instrument' },
]
const search = ref('')
const fits = (c: SqueakCause) =>
  `${c.words} ${c.remedy} ${c.drill}`.toLowerCase().includes(search.value.trim().toLowerCase())
const groups = computed(() =>
  GROUPS.map((g) => ({ ...g, causes: props.known.causes.filter((c) => c.group === g.id && fits(c)) })).filter(
    (g) => g.causes.length,
  ),
)
const print = () => window.print()
</script>

<template>
  <section>
    <p class="find">
      <Input v-model:value="search" aria-label="Search causes" placeholder="Search" allow-clear />
      <Button @click="print">Print</Button>
    </p>
    <p class="soft">
      {{ name }}: causes, what to do now, what to practise. Common practice, no source, where nothing else is
      said.
    </p>
    <p v-if="!groups.length">Nothing with these words.</p>
    <div v-for="g in groups" :key="g.id">
      <h2>{{ g.title }}</h2>
      <dl>
        <template v-for="c in g.causes" :key="c.id">
          <dt>{{ c.words }}</dt>
          <dd>
            {{ c.remedy }} <span class="soft">At home: {{ c.drill }}</span>
            <span v-if="c.caution" class="caution">{{ c.caution }}</span>
            <span v-if="c.source" class="source">{{ c.source }}</span>
          </dd>
        </template>
      </dl>
    </div>
  </section>
</template>

<style scoped>
.find {
  display: flex;
  gap: 10px;
  max-width: 520px;
}
dl {
  display: grid;
  grid-template-columns: minmax(200px, 1fr) minmax(0, 2fr);
  gap: 6px 20px;
}
dt {
  font-weight: 650;
}
dd {
  margin: 0;
}
.source {
  display: block;
  font-size: 14px;
  color: var(--soft);
}
.caution {
  display: block;
}
@media (max-width: 700px) {
  dl {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .find {
    display: none;
  }
}
</style>
