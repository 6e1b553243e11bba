import { createRouter, createWebHistory } from 'vue-router'
import LessonFrame from './studio/LessonFrame.vue'
import NewLesson from './studio/NewLesson.vue'
import ShelfView from './studio/ShelfView.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: ShelfView },
    { path: '/new', name: 'new', component: NewLesson },
    {
      path: '/lesson/:id',
      component: LessonFrame,
      children: [
        { path: '', redirect: { name: 'text' } },
        { path: 'text', name: 'text', component: () => import('./studio/TextScreen.vue') },
        { path: 'plan', name: 'plan', component: () => import('./studio/PlanScreen.vue') },
        { path: 'record', name: 'record', component: () => import('./studio/RecordScreen.vue') },
        { path: 'sync', name: 'sync', component: () => import('./studio/SyncScreen.vue') },
        { path: 'video', name: 'video', component: () => import('./studio/VideoScreen.vue') },
        { path: 'share', name: 'share', component: () => import('./studio/ShareScreen.vue') },
      ],
    },
    { path: '/:anything(.*)', redirect: '/' },
  ],
})
