import '@fontsource/b612/latin-400.css'
import '@fontsource/b612/latin-400-italic.css'
import '@fontsource/b612/latin-700.css'
import 'ant-design-vue/dist/reset.css'
import './faces.css'
import './look.css'
import './utilities.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router.ts'

// What the files themselves did is one task, what the page is made of another, and the page a third: a slow tablet answers between.
setTimeout(() => {
  const app = createApp(App).use(createPinia()).use(VueQueryPlugin).use(router)
  setTimeout(() => app.mount('#app'))
})
