/** Which rows of a long list are near enough to be seen that they are drawn; a row that was drawn once stays. */
import { onBeforeUnmount, onMounted, reactive, type Ref } from 'vue'

/** Pixels above and below the list in which rows are drawn before they are seen. */
const AROUND = 1500

/** How many rows are drawn in one frame, so that scrolling never waits for them. */
const IN_A_FRAME = 2

/** How many rows from the top are drawn at once. */
const FIRST = 6

export function useNearRows(list: Readonly<Ref<HTMLElement | undefined>>) {
  const near = reactive(new Set<string>())
  let observer: IntersectionObserver | undefined
  const waiting: string[] = []
  let frame = 0

  function drawSome() {
    for (const key of waiting.splice(0, IN_A_FRAME)) near.add(key)
    frame = waiting.length ? requestAnimationFrame(drawSome) : 0
  }

  function watch() {
    for (const row of list.value?.children ?? []) observer?.observe(row)
  }
  onMounted(() => {
    if (!list.value || !('IntersectionObserver' in window)) return
    observer = new IntersectionObserver(
      (seen) => {
        for (const { isIntersecting, target } of seen) {
          if (!isIntersecting) continue
          waiting.push((target as HTMLElement).dataset.row ?? '')
          observer?.unobserve(target)
        }
        if (waiting.length && !frame) frame = requestAnimationFrame(drawSome)
      },
      { root: list.value.parentElement, rootMargin: `${AROUND}px 0px` },
    )
    watch()
  })
  onBeforeUnmount(() => {
    observer?.disconnect()
    cancelAnimationFrame(frame)
  })

  return {
    isNear: (key: string, place: number) =>
      place < FIRST || near.has(key) || !('IntersectionObserver' in window),
    /** Draw a row now. */
    draw: (key: string) => near.add(key),
    /** Look at rows that have come since. */
    watch,
  }
}
