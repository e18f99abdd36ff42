<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { useAppearance } from '@/base/appearance.ts'
import { pulseGoesOn, stopPulse } from '@/base/pulse.ts'
import Bell from '@/drawings/Bell.vue'
import Sign from '@/drawings/Sign.vue'

/** Outside a lesson the rail holds the studio's pages. */
defineEmits<{ keys: [] }>()
const appearance = useAppearance()
const PAGES = [
  { to: '/', sign: 'today', name: 'Today' },
  { to: '/learners', sign: 'learners', name: 'Learners' },
  { to: '/reeds', sign: 'reeds', name: 'Reeds' },
  { to: '/squeaks', sign: 'squeaks', name: 'Squeaks' },
  { to: '/settings', sign: 'settings', name: 'Settings' },
] as const
</script>

<template>
  <nav aria-label="Studio" class="pages">
    <RouterLink v-for="p in PAGES" :key="p.to" :to="p.to" class="page">
      <Sign :name="p.sign" />
      {{ p.name }}
    </RouterLink>
  </nav>
  <div class="small">
    <button v-if="pulseGoesOn" class="button" type="button" @click="stopPulse()">Stop the pulse</button>
    <button
      class="button desk"
      type="button"
      :aria-pressed="appearance.dark"
      @click="appearance.dark = !appearance.dark"
    >
      {{ appearance.dark ? 'Light' : 'Dark' }}
    </button>
    <button class="button desk" type="button" @click="$emit('keys')">Keys</button>
  </div>
  <Bell class="bell" />
</template>

<style scoped>
.pages {
  display: flex;
  flex-direction: column;
  padding-top: 14px;
}
.page {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 3px;
  height: 72px;
  color: var(--on-wood-soft);
  text-decoration: none;
  font-size: 15px;
}
.page:hover {
  color: var(--on-wood);
}
.page.router-link-exact-active {
  color: var(--brass-on-wood);
  font-weight: 650;
}
.small {
  display: flex;
  flex-direction: column;
  align-items: center;
  margin-top: auto;
}
.button {
  font: inherit;
  font-size: 14px;
  line-height: 1.15;
  color: var(--on-wood-soft);
  background: none;
  border: 0;
  min-height: 32px;
  padding: 2px 4px;
  cursor: pointer;
}
.button:hover {
  color: var(--on-wood);
}
.bell {
  flex: none;
  margin-top: 8px;
}
@media (max-height: 760px) {
  .page {
    height: 62px;
  }
}
@media (max-width: 700px), (max-height: 700px) {
  .bell {
    display: none;
  }
}
@media (max-width: 700px) {
  .pages {
    flex: 1;
    flex-direction: row;
    padding: 0;
  }
  .page {
    flex: 1;
    height: 84px;
    min-width: 54px;
    font-size: 14px;
  }
  .small {
    margin: 0;
    justify-content: center;
  }
}
/* A hand's width: five pages and the plate; the theme is among the settings, and a phone has no keys. */
@media (max-width: 480px) {
  .page {
    min-width: 0;
  }
  .desk {
    display: none;
  }
}
</style>
