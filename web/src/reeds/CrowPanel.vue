<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { ReedType } from '@halitus/core/instruments'
import { judgeCrow, type Crow } from '@halitus/core/reeds'
import Choice from '@/parts/Choice.vue'
import Views from '@/parts/Views.vue'

/** A double or chanter reed: its crow as heard, and what to adjust, the most reversible first. */
const props = defineProps<{ reed: ReedType }>()
const emit = defineEmits<{ note: [text: string] }>()
const target = computed(() => props.reed.crow)
const pitch = ref('')
const octaves = ref<'yes' | 'no'>('yes')
const feel = ref<Crow['feel']>('free')
const verdict = computed(() =>
  judgeCrow(props.reed, {
    pitchClass: pitch.value || null,
    octaves: octaves.value === 'yes',
    feel: feel.value,
  }),
)
const list = computed(() => props.reed.adjustments)
const PITCHES = ['', 'A', 'Bb', 'B', 'C', 'C#', 'D', 'Eb'].map((value) => ({
  value,
  label: value ? value.replace('b', '♭').replace('#', '♯') : 'no clear pitch',
}))
const asHeard = computed(
  () =>
    `Crow ${pitch.value || 'without clear pitch'}, ${octaves.value === 'yes' ? 'low and high together' : 'one voice'}, ${feel.value}. ${verdict.value.sentence}`,
)
const BY = { player: '', teacher: 'teacher’s work', 'reed maker': 'a reed maker’s work' } as const
</script>

<template>
  <section class="crow">
    <h3>The reed alone</h3>
    <p v-if="target" class="soft">Target: {{ target.words }} (common practice).</p>
    <div class="heard">
      <label for="crow-pitch">It crows</label>
      <Choice id="crow-pitch" v-model="pitch" :options="PITCHES" />
      <Views
        v-model="octaves"
        label="Octaves"
        :options="[
          { value: 'yes', label: 'low and high together' },
          { value: 'no', label: 'one voice' },
        ]"
      />
      <Views
        v-model="feel"
        label="Feel"
        :options="[
          { value: 'free', label: 'free' },
          { value: 'held', label: 'held' },
        ]"
      />
    </div>
    <p class="verdict" aria-live="polite">{{ verdict.sentence }}</p>
    <p><Button @click="emit('note', asHeard)">Note as heard</Button></p>
    <ol>
      <li v-for="(a, i) in list" :key="a.id" :class="{ first: a.id === verdict.first?.id }">
        <span class="soft">{{ i + 1 }}</span> <b>{{ a.title }}</b> <span>{{ a.changes }}</span>
        <span class="by">{{ BY[a.by] }}</span>
      </li>
    </ol>
    <p class="caution">
      Wires, knives and scraping are for the teacher or a reed maker, out of children’s reach.
    </p>
  </section>
</template>

<style scoped>
.crow {
  border-top: 1px solid var(--line);
  padding-top: 12px;
  margin-top: 8px;
  display: grid;
  gap: 8px;
}
.heard {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.verdict {
  font-size: var(--said);
  font-weight: 680;
}
li {
  display: grid;
  grid-template-columns: 24px 220px 1fr 150px;
  gap: 10px;
  border-top: 1px solid var(--line);
  padding: 4px 0;
}
li.first {
  background: var(--cane);
  box-shadow: inset 4px 0 var(--brass);
  padding-left: 8px;
}
.by {
  color: var(--brass-text);
}
</style>
