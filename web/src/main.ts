import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import { askAhead } from './api/ahead'
import App from './App.vue'
import { router } from './router'
import './styles/base.css'
import './styles/passage-faces.css'

// What the server tells is replaced as a whole, never changed inside: it need not be watched value by value.
const queryClient = new QueryClient({ defaultOptions: { queries: { shallow: true } } })
askAhead(queryClient, location.pathname)
createApp(App).use(router).use(VueQueryPlugin, { queryClient }).mount('#app')
