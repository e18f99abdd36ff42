<script setup lang="ts">
import { ConfigProvider } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, watchEffect } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import Notices from './Notices.vue'
import { isTyping, letKeysWork } from '@/base/keys.ts'
import { pulseGoesOn, stopPulse } from '@/base/pulse.ts'
import { libraryTheme } from '@/base/theme.ts'
import { clockOff } from '@/base/clock.ts'
import { useAppearance } from '@/base/appearance.ts'

/** Comes when it is asked for. */
const KeySheet = defineAsyncComponent(() => import('./KeySheet.vue'))
const appearance = useAppearance()
const route = useRoute()
const router = useRouter()
const keysShown = ref(false)
const inLesson = computed(() => route.path.startsWith('/lessons/'))
letKeysWork()
const alone = computed(() => route.meta.alone === true)
const theme = computed(() => libraryTheme(appearance.dark))

watchEffect(() => (document.documentElement.dataset.theme = appearance.dark ? 'dark' : 'light'))
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === '?' && (keysShown.value || !isTyping(event))) keysShown.value = !keysShown.value
  if (event.key === 'q' && !isTyping(event) && !alone.value && route.name !== 'squeaks')
    void router.push({
      name: 'squeaks',
      query: inLesson.value ? { lesson: String(route.params.id), from: String(route.name) } : {},
    })
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
    <div class="frame">
      <header v-if="!alone" class="top">
        <RouterLink to="/" class="name">Halitus</RouterLink>
        <nav aria-label="Studio">
          <RouterLink to="/">Today</RouterLink>
          <RouterLink to="/learners">Learners</RouterLink>
          <RouterLink to="/reeds">Reeds</RouterLink>
          <RouterLink to="/squeaks">Squeaks</RouterLink>
          <RouterLink to="/settings">Settings</RouterLink>
        </nav>
        <span id="top-right" class="top-right"></span>
        <button v-if="pulseGoesOn && !inLesson" class="top-button" type="button" @click="stopPulse()">
          Stop the pulse
        </button>
        <button
          class="top-button"
          type="button"
          :aria-pressed="appearance.dark"
          @click="appearance.dark = !appearance.dark"
        >
          {{ appearance.dark ? 'Light' : 'Dark' }}
        </button>
        <button class="top-button" type="button" aria-label="Keys" @click="keysShown = true">?</button>
      </header>
      <p v-if="clockWords" class="clock caution" role="status">{{ clockWords }}</p>
      <RouterView />
    </div>
    <Notices />
    <KeySheet v-if="keysShown" v-model:open="keysShown" />
  </ConfigProvider>
</template>

<style scoped>
.frame {
  display: flex;
  flex-direction: column;
  height: 100%;
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
  background: var(--surface);
  padding: 8px;
  z-index: 10;
}
.top {
  display: flex;
  align-items: center;
  gap: 22px;
  height: 52px;
  flex: none;
  padding: 0 24px;
  background: var(--blackwood);
  color: var(--on-blackwood);
}
.top a {
  color: var(--on-blackwood-soft);
  text-decoration: none;
  padding: 6px 0;
}
.top a.router-link-exact-active {
  color: var(--on-blackwood);
  box-shadow: inset 0 -2px var(--metal);
}
.top .name {
  color: var(--on-blackwood);
  font-size: 21px;
  font-weight: 700;
  box-shadow: none !important;
}
nav {
  display: flex;
  gap: 22px;
}
.top-right {
  margin-left: auto;
}
.top-button {
  font: inherit;
  color: var(--on-blackwood);
  background: none;
  border: 1px solid #56646b;
  border-radius: var(--radius);
  min-width: 34px;
  height: 32px;
  padding: 0 10px;
  cursor: pointer;
}
@media (max-width: 700px) {
  .top {
    flex-wrap: wrap;
    height: auto;
    gap: 2px 14px;
    padding: 6px 14px;
  }
  nav {
    gap: 14px;
  }
  .top-right {
    order: 9;
    width: 100%;
    margin: 0;
    font-size: 14px;
  }
}
</style>
