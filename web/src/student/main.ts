import { createApp } from 'vue'
import '../styles/base.css'
import { useFaces } from './faces'
import StudentPage from './StudentPage.vue'

const token = window.location.pathname.split('/')[2] ?? ''
useFaces(token)
createApp(StudentPage, { token }).mount('#app')
