import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  plugins: [vue(), tailwindcss()],
  resolve: { alias: { '@': here('./src') } },
  build: {
    target: 'es2022',
    rollupOptions: { input: { studio: here('./index.html'), student: here('./student.html') } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8484' } },
})
