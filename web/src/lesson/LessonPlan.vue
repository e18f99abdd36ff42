<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import { daysBetween } from '@halitus/core/time'
import { studioNow } from '@/base/clock.ts'
import { STAGE_NAMES } from '@/base/words.ts'
import Plate from '@/parts/Plate.vue'
import { useGo } from './go.ts'
import PlanLine from './PlanLine.vue'
import { useLessonPlan } from './plan.ts'
import { useLesson } from './store.ts'

/** What this lesson is spent on: a line along which time runs, overruled with one touch. */
const lesson = useLesson()
const plan = useLessonPlan()
const { go } = useGo()
const now = ref(studioNow())
useIntervalFn(() => (now.value = studioNow()), 10_000)
const passed = computed(() => {
  const l = lesson.answer?.lesson
  if (!l || l.finishedAt) return undefined
  const minutes = 1440 * daysBetween(l.startsAt, now.value)
  return minutes > 0 && minutes < l.minutes ? minutes : undefined
})
const begun = computed(() => plan.items.some((i) => plan.done.has(i.part)))
</script>

<template>
  <section>
    <header>
      <h1>Plan</h1>
      <p class="sum">
        <b>{{ plan.minutes }}</b> minutes, {{ plan.air }} of them with air
      </p>
    </header>
    <Plate v-if="plan.next" enter @click="go(plan.next)">{{ begun ? 'Go on' : 'Begin' }}</Plate>
    <p v-if="plan.failed && !plan.items.length" class="caution" role="alert">
      {{ plan.failed }} <Button size="small" @click="plan.load">Try again</Button>
    </p>
    <p v-else-if="!plan.items.length" class="soft" role="status">Planning …</p>
    <template v-else>
      <PlanLine
        :items="plan.items"
        :done="plan.done"
        :next-id="plan.next?.id"
        :passed="passed"
        @shift="plan.shift"
        @go="go"
      />
      <ol>
        <li v-for="(item, k) in plan.items" :key="item.id" :class="{ done: plan.done.has(item.part) }">
          <span class="place" aria-hidden="true">{{ k + 1 }}</span>
          <button type="button" class="what" @click="go(item)">
            <b>{{ item.title }}</b>
            <span v-if="item.aim" class="aim">aim {{ item.aim.value }} {{ item.aim.unit }}</span>
            <span class="stage">{{ STAGE_NAMES[item.stage] }}</span>
          </button>
          <span class="why">{{ item.why }}</span>
          <span class="minutes">{{ item.minutes }}<span class="soft"> min</span></span>
          <span class="acts">
            <Button
              size="small"
              :disabled="!k"
              :aria-label="`${item.title}: earlier`"
              @click="plan.move(item.id, -1)"
              >↑</Button
            >
            <Button
              size="small"
              :disabled="k === plan.items.length - 1"
              :aria-label="`${item.title}: later`"
              @click="plan.move(item.id, 1)"
              >↓</Button
            >
            <Button size="small" :aria-label="`${item.title}: next time`" @click="plan.leave(item.id)"
              >Next time</Button
            >
          </span>
        </li>
      </ol>
      <section v-if="plan.left.length" class="left">
        <h2>Left for next time; touch, and it comes in</h2>
        <ul>
          <li v-for="l in plan.left" :key="l.id">
            <button type="button" :title="l.why" @click="plan.bring(l.id)">{{ l.title }}</button>
            <span class="soft">{{ l.why }}</span>
          </li>
        </ul>
      </section>
      <p v-if="plan.isChanged">
        <Button @click="plan.reset">As it was planned</Button>
      </p>
    </template>
  </section>
</template>

<style scoped>
header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 20px;
}
h1 {
  font-size: 34px;
}
.sum {
  font-size: 20px;
  color: var(--soft);
}
.sum b {
  font-size: 38px;
  color: var(--ink);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
ol > li {
  display: grid;
  grid-template-columns: 28px minmax(240px, 1.2fr) minmax(0, 1.5fr) 78px auto;
  align-items: center;
  gap: 14px;
  min-height: 46px;
  border-top: 1px solid var(--line);
}
.place {
  text-align: center;
  font-weight: 650;
  color: var(--soft);
}
.minutes {
  font-size: 24px;
  font-weight: 680;
  text-align: right;
}
.minutes .soft {
  font-size: 14px;
  font-weight: 400;
}
.what {
  display: block;
  padding: 4px 0;
  font: inherit;
  text-align: left;
  color: var(--ink);
  background: none;
  border: 0;
  cursor: pointer;
}
.what b {
  font-size: 20px;
  line-height: 1.2;
}
.done .what b,
.done .minutes {
  color: var(--soft);
  text-decoration: line-through;
  text-decoration-thickness: 2px;
}
.aim {
  margin-left: 10px;
  white-space: nowrap;
  font-weight: 650;
  color: var(--brass-text);
}
.stage {
  margin-left: 10px;
  font-size: 14px;
  color: var(--soft);
}
.why {
  font-size: 16px;
  line-height: 1.3;
  color: var(--soft);
}
.acts {
  display: flex;
  gap: 6px;
}
.left {
  margin-top: 14px;
}
.left ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
  gap: 4px 28px;
  padding: 0;
  list-style: none;
}
.left li {
  padding: 6px 0;
}
.left button {
  display: block;
  padding: 0;
  font: inherit;
  font-size: 18px;
  font-weight: 600;
  color: var(--ink);
  background: none;
  border: 0;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-align: left;
  cursor: pointer;
}
.left .soft {
  font-size: 14.5px;
}
@media (max-width: 900px) {
  ol > li {
    grid-template-columns: 24px minmax(0, 1fr) 70px;
    gap: 2px 10px;
    padding: 6px 0;
  }
  .what {
    grid-column: 2;
  }
  .minutes {
    grid-area: 1 / 3;
  }
  .why {
    grid-column: 2 / 4;
  }
  .acts {
    grid-column: 2 / 4;
  }
  .sum {
    font-size: 17px;
  }
}
</style>
