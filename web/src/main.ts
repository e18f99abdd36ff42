import { createPinia } from 'pinia'
import { createApp } from 'vue'
import '@/base/theme.css'
import { forgetOldDrafts } from '@/base/drafts.ts'
import App from './shell/App.vue'
import { router } from './shell/router.ts'

try {
  forgetOldDrafts()
} catch {
  // A browser that keeps nothing has nothing to forget.
}
createApp(App).use(createPinia()).use(router).mount('#app')
