<script setup lang="ts">
import { computed, defineAsyncComponent, watchEffect } from 'vue'
import { RouterView, useRoute, useRouter } from 'vue-router'
import { letKeysWork } from '@/base/keys.ts'
import { useAppearance } from '@/base/appearance.ts'
import Notices from './Notices.vue'

/** The learner's own page stands by itself: nothing of the studio's frame and its library is fetched for it. */
const StudioFrame = defineAsyncComponent(() => import('./StudioFrame.vue'))
const appearance = useAppearance()
const route = useRoute()
const router = useRouter()
letKeysWork()
/** Before the first page is found nothing says yet which frame it has; the address does. */
const bare = computed(() =>
  route.matched.length ? route.meta.bare === true : !!router.resolve(location.pathname).meta.bare,
)
watchEffect(() => (document.documentElement.dataset.theme = appearance.dark ? 'dark' : 'light'))
watchEffect(() => (document.documentElement.dataset.skin = appearance.skin))
</script>

<template>
  <div v-if="bare" class="bare"><RouterView /></div>
  <StudioFrame v-else />
  <Notices />
</template>

<style scoped>
.bare {
  height: 100%;
  overflow: auto;
  background: var(--sheet);
}
</style>
