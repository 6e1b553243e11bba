import { useTimeoutFn, whenever } from '@vueuse/core'
import { onScopeDispose, type Ref } from 'vue'

/** Milliseconds that the step which was opened has for itself. */
const FIRST = 2500

/** Fetches what the steps of the studio are made with, one after another while nothing else is to be done, so that the
 * first way to each is as quick as the second. */
export function useStepsAhead(ready: Readonly<Ref<boolean>>, steps: readonly (() => Promise<unknown>)[]) {
  let left = false
  const { start } = useTimeoutFn(fetchAll, FIRST, { immediate: false })
  whenever(ready, start, { immediate: true, once: true })
  onScopeDispose(() => (left = true))

  async function fetchAll() {
    for (const step of steps) {
      await idle()
      if (left) return
      // Who is offline just now asks again when going there.
      await step().catch(() => undefined)
    }
  }
}

const idle = () =>
  new Promise<unknown>((done) =>
    'requestIdleCallback' in globalThis ? requestIdleCallback(done) : window.setTimeout(done),
  )
