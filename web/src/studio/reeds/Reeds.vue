<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { instrument, spokenName } from '@halitus/core/instruments'
import Reed from '@/drawings/Reed.vue'
import { whenBehind } from '@/base/elsewhere.ts'
import ReedShelf from '@/reeds/ReedShelf.vue'
import { useReeds } from '@/reeds/store.ts'

const reeds = useReeds()
const open = ref<string>()
onMounted(() => void reeds.load())
whenBehind(reeds.again)
/** Who must order first comes first; who can’t be told comes last, by name. */
const urgency = (s: { stock: { orderNow: boolean; orderBy: string | null } }) =>
  s.stock.orderNow ? '0' : (s.stock.orderBy ?? '9')
/** More reeds than this are counted, not drawn. */
const ON_BOARD = 7
const shelves = computed(() =>
  [...(reeds.shelves ?? [])]
    .sort((a, b) => urgency(a).localeCompare(urgency(b)))
    .map((s) => {
      const best = s.reeds.find((r) => r.id === s.rotation[0]?.reedId)
      return {
        ...s,
        key: `${s.learner.id} ${s.instrument}`,
        best,
        reason: s.rotation[0]?.reason ?? '',
        kind: instrument(s.instrument).reed?.kind ?? 'single',
        board: s.reeds
          .filter((r) => r.state !== 'retired')
          .slice(0, ON_BOARD)
          .map((r) => ({
            id: r.id,
            today: r.id === best?.id,
            // What is gone of what it will probably have lasted; unknown without a forecast.
            used: r.life ? r.minutes / Math.max(1, r.minutes + r.life.medianMinutes) : undefined,
          })),
        playable: s.reeds.filter((r) => r.state !== 'retired').length,
      }
    }),
)
const shown = computed(() => shelves.value.find((s) => s.key === open.value))
function close() {
  open.value = undefined
  void reeds.load()
}
</script>

<template>
  <main id="work" class="reeds">
    <template v-if="shown">
      <p><button type="button" class="plain back" @click="close">All shelves</button></p>
      <h1>{{ shown.learner.name }}, {{ spokenName(instrument(shown.instrument)) }}</h1>
      <ReedShelf
        :key="shown.key"
        :learner-id="shown.learner.id"
        :instrument-id="shown.instrument"
        :minutes="20"
      />
    </template>
    <template v-else>
      <h1>Reeds</h1>
      <ul v-if="shelves.length">
        <li v-for="s in shelves" :key="s.key">
          <button type="button" class="plain shelf" @click="open = s.key">
            <span
              ><b class="name">{{ s.learner.name }}</b
              ><span class="soft">{{ instrument(s.instrument).name }}, {{ s.playable }} playable</span></span
            >
            <span
              ><b>{{ s.best?.name ?? 'No reed to play' }}</b
              ><span class="soft">{{ s.reason }}</span></span
            >
            <span class="board" aria-hidden="true"
              ><Reed v-for="r in s.board" :key="r.id" :kind="s.kind" :used="r.used" :today="r.today"
            /></span>
            <span :class="{ order: s.stock.orderNow }">{{ s.stock.sentence }}</span>
          </button>
        </li>
      </ul>
      <p v-else-if="reeds.shelves" class="soft">Nobody on the roster plays an instrument with a reed yet.</p>
      <p v-else class="soft" role="status">Fetching the shelves …</p>
    </template>
  </main>
</template>

<style scoped>
.reeds {
  flex: 1;
  overflow: auto;
  padding: 28px 40px;
}
h1 {
  font-size: 34px;
  margin-bottom: 14px;
}
.shelf {
  display: grid;
  grid-template-columns: 1fr 1.1fr auto 1.2fr;
  align-items: center;
  gap: 24px;
  width: 100%;
  padding: 12px 0;
  border-top: 1px solid var(--line);
}
.shelf:hover {
  background: var(--desk);
}
.shelf .soft,
.name {
  display: block;
}
.name {
  font-size: 20px;
}
.board {
  display: flex;
  gap: 3px;
  min-width: 230px;
  padding: 12px 8px 0;
  border-bottom: 4px solid var(--cork);
}
.order {
  color: var(--lacquer);
  font-weight: 650;
}
.back {
  text-decoration: underline;
  color: var(--brass-text);
}
@media (max-width: 900px) {
  .shelf {
    grid-template-columns: 1fr;
    gap: 4px;
  }
}
</style>
