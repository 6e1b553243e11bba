import { useEventListener } from '@vueuse/core'
import { onBeforeUnmount, ref } from 'vue'
import type { Schemas } from '@/api/client'

type Lesson = Schemas['ShelfLesson']

/** Milliseconds in which a lesson that was deleted can be had back. */
const TO_UNDO = 10_000

/** Deletes lessons, each a while after it was asked for, so that it can be undone: what is recorded goes for good. */
export function useDeleting(deleted: () => unknown) {
  const leaving = ref<Lesson>()
  let timer = 0

  async function go() {
    window.clearTimeout(timer)
    const lesson = leaving.value
    leaving.value = undefined
    if (!lesson) return
    // It is asked for also when the window is being closed.
    await fetch(`/api/lessons/${lesson.id}`, { method: 'DELETE', keepalive: true }).catch(() => undefined)
    await deleted()
  }
  async function remove(lesson: Lesson) {
    await go()
    leaving.value = lesson
    timer = window.setTimeout(() => void go(), TO_UNDO)
  }
  function undo() {
    window.clearTimeout(timer)
    leaving.value = undefined
  }
  useEventListener(window, 'pagehide', () => void go())
  onBeforeUnmount(() => void go())
  return { leaving, remove, undo }
}
