import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import { askAhead } from './api/ahead'
import App from './App.vue'
import { router } from './router'
import './styles/base.css'
import './styles/passage-faces.css'

const queryClient = new QueryClient()
askAhead(queryClient, location.pathname)
createApp(App).use(router).use(VueQueryPlugin, { queryClient }).mount('#app')
