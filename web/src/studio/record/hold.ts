/** A key that is pressed to switch something on and off, or held for as long as it is wanted. */
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'

/** Milliseconds from which on a key is held, rather than pressed. */
const HELD = 350

export function useHold(key: string) {
  const waiting = ref(false)
  let since = 0

  useEventListener(window, 'keyup', (event: KeyboardEvent) => {
    if (event.key.toLowerCase() !== key || !since) return
    if (performance.now() - since >= HELD) waiting.value = false
    since = 0
  })

  return {
    waiting,
    press: (event: KeyboardEvent) => {
      if (event.repeat) return
      waiting.value = !waiting.value
      since = performance.now()
    },
  }
}
