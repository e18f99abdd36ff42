<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, watchEffect } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import PlateSpot from './PlateSpot.vue'
import StudioRail from './StudioRail.vue'
import { isTyping } from '@/base/keys.ts'
import { pulseGoesOn, stopPulse } from '@/base/pulse.ts'
import { libraryTheme } from '@/base/theme.ts'
import { guideShown } from '@/base/guide.ts'
import { clockOff } from '@/base/clock.ts'
import { useAppearance } from '@/base/appearance.ts'

/** Comes when it is asked for. */
const KeySheet = defineAsyncComponent(() => import('./KeySheet.vue'))
const Guide = defineAsyncComponent(() => import('./Guide.vue'))
/** Once it was asked for it stays, so that it slides away as it came. */
const guideWanted = ref(false)
watchEffect(() => (guideWanted.value ||= guideShown.value !== undefined))
const appearance = useAppearance()
const route = useRoute()
const router = useRouter()
const keysShown = ref(false)
const inLesson = computed(() => route.path.startsWith('/lessons/'))
const alone = computed(() => route.meta.alone === true)
const theme = computed(() => libraryTheme(appearance.dark))

useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === '?' && (keysShown.value || !isTyping(event))) keysShown.value = !keysShown.value
  const squeaks = route.name === 'squeaks' || route.name === 'squeak'
  if (event.key === 'q' && !isTyping(event) && !alone.value && !squeaks)
    void router.push(
      inLesson.value
        ? { name: 'squeak', params: { id: String(route.params.id) }, query: { from: String(route.name) } }
        : { name: 'squeaks' },
    )
  // In a lesson its own tools take this key.
  if (event.key === 'p' && !isTyping(event) && pulseGoesOn.value && !inLesson.value) void stopPulse.value()
})
/** How far this device's clock is off, in words; said, since what is noted goes by the studio's. */
const clockWords = computed(() => {
  const minutes = Math.round(Math.abs(clockOff.value) / 60_000)
  if (!minutes) return ''
  const far =
    minutes < 120
      ? `${minutes} minutes`
      : minutes < 2880
        ? `${Math.round(minutes / 60)} hours`
        : `${Math.round(minutes / 1440)} days`
  const way = clockOff.value > 0 ? 'behind' : 'ahead of'
  return `This device’s clock is ${far} ${way} the studio’s. What is noted goes by the studio’s clock; put this one right.`
})
</script>

<template>
  <ConfigProvider :theme="theme" :auto-insert-space-in-button="false">
    <a class="skip" href="#work">To the work</a>
    <div class="frame" :class="{ alone, left: appearance.railLeft }">
      <template v-if="!alone">
        <header class="band">
          <RouterLink to="/" class="mark" aria-label="Halitus: the day">
            <svg viewBox="0 0 34 20" aria-hidden="true">
              <path d="M3 13c6-9 9 6 15-2 3-4 6-3 13-3" />
            </svg>
            <b v-if="!inLesson">Halitus</b>
          </RouterLink>
          <div id="band" class="on-band"></div>
        </header>
        <aside class="rail" aria-label="Tools and pages">
          <div id="rail" class="on-rail">
            <StudioRail v-if="!inLesson" @keys="keysShown = true" />
          </div>
          <PlateSpot />
        </aside>
      </template>
      <div class="sheet">
        <p v-if="clockWords" class="clock caution" role="status">{{ clockWords }}</p>
        <RouterView />
      </div>
    </div>
    <KeySheet v-if="keysShown" v-model:open="keysShown" />
    <Guide v-if="guideWanted" />
  </ConfigProvider>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px;
  grid-template-rows: 56px minmax(0, 1fr);
  height: 100%;
  background: var(--wood);
}
.frame.left {
  grid-template-columns: 84px minmax(0, 1fr);
}
.frame.alone {
  display: block;
  background: none;
}
.alone .sheet {
  height: 100%;
  border-radius: 0;
}
.band {
  grid-area: 1 / 1;
  display: flex;
  align-items: stretch;
  min-width: 0;
  color: var(--on-wood);
  box-shadow: inset 0 7px 0 -3px var(--wood-raised);
}
.left .band,
.left .sheet {
  grid-column: 2;
}
.mark {
  flex: none;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 0 14px 0 16px;
  color: var(--on-wood);
  text-decoration: none;
  font-size: 20px;
}
.mark svg {
  width: 34px;
  fill: none;
  stroke: var(--brass-on-wood);
  stroke-width: 3;
  stroke-linecap: round;
}
.on-band {
  flex: 1;
  min-width: 0;
  display: flex;
}
.rail {
  grid-area: 1 / 2 / 3 / 3;
  display: flex;
  flex-direction: column;
  color: var(--on-wood);
  min-height: 0;
  box-shadow: inset -7px 7px 0 -3px var(--wood-raised);
  border-top-right-radius: 28px;
}
.left .rail {
  grid-area: 1 / 1 / 3 / 2;
  box-shadow: inset 7px 7px 0 -3px var(--wood-raised);
  border-radius: 28px 0 0;
}
.on-rail {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.sheet {
  grid-area: 2 / 1;
  position: relative;
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: var(--sheet);
  border-top-right-radius: 28px;
}
.left .sheet {
  border-radius: 28px 0 0;
}
.clock {
  margin: 0;
  padding: 6px 24px;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  background: var(--sheet);
  padding: 8px;
  z-index: 10;
}
/* A phone, or a screen enlarged twice: the rail lies below. */
@media (max-width: 700px) {
  .frame,
  .frame.left {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: 60px minmax(0, 1fr) 84px;
  }
  .band,
  .left .band {
    grid-area: 1 / 1;
  }
  .sheet,
  .left .sheet {
    grid-area: 2 / 1;
    border-radius: 24px 24px 0 0;
  }
  .rail,
  .left .rail {
    grid-area: 3 / 1;
    flex-direction: row;
    border-radius: 0;
    box-shadow: none;
  }
  .on-rail {
    flex-direction: row;
    min-width: 0;
    overflow-x: auto;
  }
  .mark {
    padding: 0 8px 0 12px;
  }
}
@media print {
  .frame {
    display: block;
    background: none;
  }
  .band,
  .rail {
    display: none;
  }
}
</style>
