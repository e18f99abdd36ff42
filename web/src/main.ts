import { createPinia } from 'pinia'
import { createApp } from 'vue'
import '@/base/theme.css'
import App from './shell/App.vue'
import { router } from './shell/router.ts'

createApp(App).use(createPinia()).use(router).mount('#app')
