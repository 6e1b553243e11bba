import { createApp } from 'vue'
import '../styles/base.css'
import StudentPage from './StudentPage.vue'

const token = window.location.pathname.split('/')[2] ?? ''
createApp(StudentPage, { token }).mount('#app')
