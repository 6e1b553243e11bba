import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { brotliCompressSync } from 'node:zlib'
import { defineConfig, type Plugin } from 'vite'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** The interface's two typefaces are on their way with the student's page: found in the style sheet alone they would
    be asked for when the first text is drawn, which a slow network makes one wait for. */
const facesOnTheWay = (): Plugin => ({
  name: 'faces-on-the-way',
  transformIndexHtml: {
    order: 'post',
    handler: (_, { bundle, filename }) =>
      filename.endsWith('student.html')
        ? Object.keys(bundle ?? {})
            .filter((name) => /next-latin-(400|600)-normal.*\.woff2$/.test(name))
            .map((name) => ({
              tag: 'link',
              attrs: { rel: 'preload', as: 'font', crossorigin: true, href: `/${name}` },
              injectTo: 'head' as const,
            }))
        : [],
  },
})

/** What is text is compressed as far as it goes, once, and lies beside the file as it is; when all files are as they
    stay. */
const packed = (): Plugin => ({
  name: 'packed',
  writeBundle({ dir }, bundle) {
    for (const name of Object.keys(bundle).filter((one) => /\.(js|css|svg)$/.test(one))) {
      const file = join(dir!, name)
      writeFileSync(`${file}.br`, brotliCompressSync(readFileSync(file)))
    }
  },
})

export default defineConfig({
  plugins: [vue({ features: { optionsAPI: false } }), tailwindcss(), facesOnTheWay(), packed()],
  resolve: { alias: { '@': here('./src') } },
  build: {
    target: 'es2022',
    // What belongs to what, for the server: a screen's programs are on their way with its page.
    manifest: true,
    rollupOptions: { input: { studio: here('./index.html'), student: here('./student.html') } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8484' } },
})
