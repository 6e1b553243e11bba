/** Files on their way into a lesson: handed over one after another, read in the background. */
import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import { isActive } from '@/api/jobs'

export interface Brought {
  key: number
  name: string
  file?: Schemas['BroughtFile']
  problem?: Problem
  /** Which chapters are wanted; all of them at first, of a book only the first. */
  chapters: number[]
}

const fetchFile = (id: string) => ask(client.GET('/api/files/{file}', { params: { path: { file: id } } }))

/** A file that was handed over earlier; nothing where it is gone. */
const again = (id: string) => fetchFile(id).catch(() => undefined)

/** A file as it stands in the list, with what was found in it so far. */
function found(file: Schemas['BroughtFile']): Brought {
  const item: Brought = { key: keys++, name: file.name, file, chapters: [] }
  if (file.job?.state === 'done')
    item.chapters = file.chapters.length > MANY_CHAPTERS ? [0] : file.chapters.map((_, index) => index)
  else if (file.job?.state === 'failed')
    item.problem = new Problem(422, 'This file cannot be read', file.job.message, '', '')
  return item
}

const POLL_EVERY = 500
const MANY_CHAPTERS = 2
let keys = 0

/** With a `keptAs`, what was handed over is there again after the tab was closed. */
export function useBringIn(keptAs?: string) {
  const items = ref<Brought[]>([])
  const kept = keptAs ? useLocalStorage<string[]>(keptAs, []) : undefined
  if (kept) {
    void Promise.all(kept.value.map(again)).then((files) => {
      items.value = [...files.flatMap((file) => (file ? [found(file)] : [])), ...items.value]
      watch(items, (now) => (kept.value = now.flatMap((one) => (one.file ? [one.file.id] : []))), {
        deep: true,
      })
    })
  }
  const waiting = computed(() => items.value.filter((one) => one.file?.job && isActive(one.file.job)))
  const ready = computed(() => items.value.filter((one) => one.chapters.length))
  const busy = computed(
    () => waiting.value.length > 0 || items.value.some((one) => !one.file && !one.problem),
  )

  async function add(files: Iterable<File>) {
    const added = [...files].map((file) => ({
      item: { key: keys++, name: file.name, chapters: [] },
      file,
    }))
    items.value.push(...added.map((one) => one.item))
    for (const { item, file } of added) {
      const shown = items.value.find((one) => one.key === item.key)
      if (!shown) continue
      try {
        const body = new FormData()
        body.append('file', file)
        shown.file = await ask(
          client.POST('/api/files', { body: body as never, bodySerializer: (form) => form as never }),
        )
      } catch (fault) {
        shown.problem = Problem.of(fault)
      }
    }
  }

  async function look() {
    for (const one of waiting.value) {
      try {
        Object.assign(one, found(await fetchFile(one.file!.id)), { key: one.key })
      } catch (fault) {
        one.problem = Problem.of(fault)
      }
    }
  }
  useIntervalFn(() => void look(), POLL_EVERY)

  async function remove(item: Brought) {
    items.value = items.value.filter((one) => one.key !== item.key)
    if (item.file)
      await ask(client.DELETE('/api/files/{file}', { params: { path: { file: item.file.id } } })).catch(
        () => {},
      )
  }

  function move(item: Brought, way: -1 | 1) {
    const from = items.value.findIndex((one) => one.key === item.key)
    const to = from + way
    if (to < 0 || to >= items.value.length) return
    const list = [...items.value]
    list.splice(to, 0, ...list.splice(from, 1))
    items.value = list
  }

  const chosen = () => ready.value.map((one) => ({ file: one.file!.id, chapters: one.chapters }))
  return { items, busy, ready, add, remove, move, chosen }
}

/** What was dropped or pasted as files: files themselves, a picture, or rich text as a web page. */
export function filesOf(data: DataTransfer | null): File[] {
  if (!data) return []
  if (data.files.length) return [...data.files]
  const html = data.getData('text/html')
  if (html) return [new File([html], 'Pasted text.html', { type: 'text/html' })]
  const text = data.getData('text/plain')
  return text.trim() ? [new File([text], 'Pasted text.txt', { type: 'text/plain' })] : []
}
