/** A rehearsal at the desk: everything is tried, and no sound is kept. */
import { useRafFn } from '@vueuse/core'
import { ref } from 'vue'

export function useRehearsal() {
  const going = ref(false)
  /** Seconds since it began. */
  const time = ref(0)
  let since = 0
  useRafFn(() => {
    if (going.value) time.value = (performance.now() - since) / 1000
  })

  return {
    going,
    time,
    /** Begin it, or end it. */
    toggle() {
      going.value = !going.value
      since = performance.now()
      time.value = 0
    },
    end: () => (going.value = false),
  }
}
