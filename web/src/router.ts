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
        { path: 'text', name: 'text', component: () => import('./studio/TextStep.vue') },
        { path: 'plan', name: 'plan', component: () => import('./studio/PlanStep.vue') },
        { path: 'record', name: 'record', component: () => import('./studio/RecordStep.vue') },
        { path: 'sync', name: 'sync', component: () => import('./studio/SyncStep.vue') },
        { path: 'video', name: 'video', component: () => import('./studio/VideoStep.vue') },
        { path: 'share', name: 'share', component: () => import('./studio/ShareStep.vue') },
      ],
    },
    { path: '/:anything(.*)', redirect: '/' },
  ],
})
