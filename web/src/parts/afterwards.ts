import { onScopeDispose, ref, watch, type Ref } from 'vue'

/** Milliseconds after which what is less urgent comes, however much there is to do. */
const LATEST = 1000

const canIdle = 'requestIdleCallback' in globalThis

/** Whether what `first` stands for has been painted and nothing else is to be done: what is less urgent can come now.
 * Once it can, it stays. */
export function useAfterwards(first: Readonly<Ref<boolean>>): Readonly<Ref<boolean>> {
  const painted = ref(false)
  let frame = 0
  let idle = 0
  const now = () => (painted.value = true)
  // A frame begins before it is painted: the one after it comes behind the picture.
  const inTheNext = (deed: () => void) => (frame = requestAnimationFrame(deed))
  const whenIdle = () =>
    (idle = canIdle ? requestIdleCallback(now, { timeout: LATEST }) : window.setTimeout(now))
  watch(
    first,
    (there) => {
      if (there && !frame) inTheNext(() => inTheNext(whenIdle))
    },
    { immediate: true, flush: 'post' },
  )
  onScopeDispose(() => {
    cancelAnimationFrame(frame)
    if (canIdle) cancelIdleCallback(idle)
    else window.clearTimeout(idle)
  })
  return painted
}
