<script setup lang="ts">
import { computed } from 'vue'
import type { GroupPlanAnswer } from '@halitus/core/contract'
import { prettyNote } from '@halitus/core/pitch'

/** Everybody of a group as a thread over the lesson: thick plays, dotted fingers in silence, thin listens; cane: all at once. */
const props = defineProps<{ plan: GroupPlanAnswer; passedS: number | undefined }>()
const total = computed(() => 60 * props.plan.minutes)
const left = (s: number) => `${(100 * s) / total.value}%`
const every = computed(() => (props.plan.minutes > 40 ? 10 : 5))
const ticks = computed(() => {
  const all: number[] = []
  for (let m = 0; m <= props.plan.minutes; m += every.value) all.push(m)
  return all
})
const WORDS = {
  plays: 'plays',
  fingers: 'fingers in silence',
  listens: 'listens',
  does: 'at work',
} as Record<string, string>
const minutes = (s: number) => Math.round(s / 60)
</script>

<template>
  <div class="threads">
    <div class="names" aria-hidden="true"></div>
    <div class="time blocks">
      <span
        v-for="b in plan.blocks"
        :key="b.id"
        class="block"
        :class="{ together: b.together }"
        :style="{ left: left(b.fromS), width: left(b.toS - b.fromS) }"
        ><b>{{ b.title }}</b></span
      >
      <span v-if="passedS !== undefined" class="now" :style="{ left: left(passedS) }"></span>
    </div>
    <span></span>
    <template v-for="t in plan.threads" :key="t.learner.id">
      <div class="names">
        <b>{{ t.learner.name }}</b>
        <span class="soft">{{ t.on }}</span>
        <span v-if="t.eased" class="eased">{{ t.eased }}: plays less</span>
      </div>
      <div
        class="time thread"
        role="img"
        :aria-label="`${t.learner.name}: ${minutes(t.airS)} minutes with air${t.written ? `, reads ${prettyNote(t.written)}` : ''}`"
      >
        <span
          v-for="s in t.spans"
          :key="s.fromS"
          class="span"
          :class="s.does"
          :title="WORDS[s.does]"
          :style="{ left: left(s.fromS), width: left(s.toS - s.fromS) }"
        ></span>
        <b v-if="t.written" class="reads" :style="{ left: left(plan.blocks[2]!.fromS) }">{{
          prettyNote(t.written)
        }}</b>
        <span v-else class="reads soft" :style="{ left: left(plan.blocks[2]!.fromS) }"
          >a note of their own</span
        >
      </div>
      <p class="air">
        <b>{{ minutes(t.airS) }}</b> min air
      </p>
    </template>
    <span></span>
    <div class="time scale" aria-hidden="true">
      <span v-for="m in ticks" :key="m" :style="{ left: left(60 * m) }">{{ m }}</span>
    </div>
    <span></span>
  </div>
</template>

<style scoped>
.threads {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr) 90px;
  gap: 0 16px;
}
.names {
  grid-column: 1;
}
.air {
  grid-column: 3;
}
.time {
  grid-column: 2;
  position: relative;
  min-height: 70px;
}
.blocks {
  min-height: 30px;
}
.block {
  position: absolute;
  top: 0;
  padding: 2px 6px;
  overflow: hidden;
  font-size: 14px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.block.together {
  background: var(--cane);
}
.now {
  position: absolute;
  top: 0;
  height: 30px;
  width: 4px;
  background: var(--brass);
}
.names {
  align-self: center;
  line-height: 1.2;
}
.names b {
  display: block;
  font-size: 18px;
}
.names .soft {
  font-size: 14px;
}
.eased {
  display: block;
  font-size: 14px;
  color: var(--lacquer);
}
.span {
  position: absolute;
  top: 22px;
  height: 2px;
  background: var(--soft);
}
.plays {
  top: 17px;
  height: 12px;
  border-radius: 6px;
  background: var(--ink);
}
.fingers {
  top: 21px;
  height: 4px;
  background: radial-gradient(circle, var(--ink) 1.8px, transparent 2px) 0 0 / 9px 4px repeat-x;
}
.does {
  height: 4px;
  top: 21px;
  background: var(--brass);
}
.reads {
  position: absolute;
  top: 34px;
  font-size: 20px;
}
.reads.soft {
  font-size: 14px;
}
.air {
  align-self: center;
  font-size: 14px;
  color: var(--soft);
}
.air b {
  font-size: 24px;
  color: var(--ink);
}
.scale {
  min-height: 26px;
  font-size: 14px;
  color: var(--soft);
}
.scale span {
  position: absolute;
  transform: translateX(-50%);
}
@media (max-width: 700px) {
  .threads {
    grid-template-columns: 96px minmax(0, 1fr);
  }
  .air,
  .threads > span {
    display: none;
  }
}
</style>
