<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { OverviewAnswer } from '@halitus/core/contract'
import { api } from '@/api/index.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { capital, clock, dayName } from '@/base/words.ts'
import AdviceBeads from './AdviceBeads.vue'

/** Between lessons: who needs what, which advice helped, what to order and what to have repaired. */
const studio = ref<OverviewAnswer>()
const failed = ref('')
async function load() {
  try {
    studio.value = await api.overview()
    failed.value = ''
  } catch (error) {
    failed.value = error instanceof Error ? error.message : 'The studio can’t be shown.'
  }
}
onMounted(load)
whenBehind(load)
</script>

<template>
  <main id="work" class="overview">
    <header>
      <h1>Who needs what</h1>
      <p class="soft">the next seven days, what weighs most first</p>
    </header>
    <p v-if="failed" role="alert" class="caution">
      {{ failed }} <Button size="small" @click="load">Try again</Button>
    </p>
    <p v-else-if="!studio" class="soft" role="status">Looking through the studio …</p>
    <template v-if="studio">
      <ol v-if="studio.needs.length" class="needs">
        <li v-for="n in studio.needs" :key="n.lessonId">
          <RouterLink :to="{ name: 'plan', params: { id: n.lessonId } }">
            <b>{{ n.learner.name }}</b>
            <span class="what">
              {{ capital(n.sentence) }}<span v-if="n.more" class="soft"> and {{ n.more }} more</span>
            </span>
            <span class="soft when">{{ dayName(n.startsAt) }}, {{ clock(n.startsAt) }}</span>
          </RouterLink>
        </li>
      </ol>
      <p v-else class="first">Nobody comes within seven days.</p>
      <section aria-label="Advice">
        <h2>What helped</h2>
        <p v-if="!studio.advised.length" class="soft">
          Nothing was tried yet in <i>What is it?</i>, <i>Mouth</i> or <i>Squeaks</i>.
        </p>
        <ul>
          <li v-for="a in studio.advised.slice(0, 10)" :key="`${a.kind} ${a.words}`">
            <span class="words">{{ a.words }}</span>
            <AdviceBeads :helped="a.helped" :tried="a.tried" />
            <span class="told"
              ><b>{{ a.helped }}</b> of {{ a.tried }}
              <span class="soft"
                >with {{ a.learners }} {{ a.learners === 1 ? 'learner' : 'learners' }}</span
              ></span
            >
          </li>
        </ul>
      </section>
      <section aria-label="Reeds to order">
        <h2>Reeds to order</h2>
        <p v-if="!studio.order.length" class="soft">None within three weeks.</p>
        <ul>
          <li v-for="o in studio.order" :key="`${o.learner.id} ${o.instrument}`">
            <RouterLink to="/reeds" class="words"
              ><b>{{ o.learner.name }}</b
              >, {{ o.on }}</RouterLink
            >
            <span :class="{ caution: o.now === 'now' }">{{ o.sentence }}</span>
          </li>
        </ul>
      </section>
      <section aria-label="Instruments to service">
        <h2>Instruments to service</h2>
        <p v-if="!studio.service.length" class="soft">Nothing was noted since their last service.</p>
        <ul>
          <li v-for="p in studio.service" :key="p.pieceId">
            <span class="words"
              ><b>{{ p.learner.name }}</b
              >, {{ p.name }}</span
            >
            <span>{{ p.open.join('; ') }}</span>
          </li>
        </ul>
      </section>
    </template>
  </main>
</template>

<style scoped>
.overview {
  flex: 1;
  overflow: auto;
  padding: 28px 40px;
  display: grid;
  gap: 28px;
  align-content: start;
}
header {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 4px 20px;
}
h1 {
  font-size: 40px;
}
.first {
  font-size: 34px;
  font-weight: 650;
}
li {
  border-top: 1px solid var(--line);
}
.needs a {
  display: grid;
  grid-template-columns: minmax(180px, 1fr) minmax(0, 2.4fr) 170px;
  gap: 20px;
  align-items: baseline;
  padding: 12px;
  color: var(--ink);
  text-decoration: none;
}
.needs a:hover {
  background: var(--desk);
}
.needs b {
  font-size: 21px;
}
.what {
  font-size: 19px;
}
.when {
  text-align: right;
}
section li {
  display: grid;
  grid-template-columns: minmax(200px, 1fr) minmax(0, 1.4fr) 250px;
  gap: 20px;
  align-items: center;
  min-height: 46px;
  padding: 4px 12px;
  font-size: 17px;
}
h2 {
  font-size: 22px;
  margin-bottom: 6px;
}
.words {
  color: var(--ink);
}
.told {
  text-align: right;
}
.told b {
  font-size: 27px;
}
@media (max-width: 900px) {
  .overview {
    padding: 20px;
  }
  .needs a,
  section li {
    grid-template-columns: 1fr;
    gap: 4px;
    padding: 10px 0;
  }
  .when,
  .told {
    text-align: left;
  }
}
</style>
