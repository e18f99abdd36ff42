import { createPinia } from 'pinia'
import { createApp } from 'vue'
import '@/base/theme.css'
import { forgetOldDrafts } from '@/base/drafts.ts'
import { namesAsLast, rememberNames } from '@/base/note-names.ts'
import { api } from '@/api/index.ts'
import App from './shell/App.vue'
import { router } from './shell/router.ts'

try {
  forgetOldDrafts()
} catch {
  // A browser that keeps nothing has nothing to forget.
}
namesAsLast()
void api.studio().then(
  (studio) => rememberNames(studio.noteNames),
  () => undefined,
)
/** Where a browser allows it (HTTPS, or this same machine), the application opens while the server is away. */
async function keepForAway() {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return
  await navigator.serviceWorker.register('/away.js')
  const { active } = await navigator.serviceWorker.ready
  const parts = performance
    .getEntriesByType('resource')
    .map((r) => r.name)
    .filter((name) => name.startsWith(`${location.origin}/assets/`))
  active?.postMessage([location.origin + '/', ...parts])
}
window.addEventListener('load', () => void keepForAway().catch(() => undefined))

createApp(App).use(createPinia()).use(router).mount('#app')
