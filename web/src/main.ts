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
createApp(App).use(createPinia()).use(router).mount('#app')
