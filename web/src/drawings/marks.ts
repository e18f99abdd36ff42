import { createPinia } from 'pinia'
import { createApp } from 'vue'
import '@/base/theme.css'
import Marks from './Marks.vue'

/** All drawings and signs on one page, for who works on them: `npx vite web`, then /marks.html. Not part of what is built. */
createApp(Marks).use(createPinia()).mount('#app')
