/** Which rows of a long list are near enough to be seen that they are drawn; a row that was drawn once stays. */
import { onBeforeUnmount, onMounted, reactive, type Ref } from 'vue'

/** Pixels above and below the list in which rows are drawn before they are seen. */
const AROUND = 1500

/** How many rows from the top are drawn at once. */
const FIRST = 6

/** Rows that may wait while one is drawn in each frame, so that scrolling never waits for them; if more do, two are. */
const MAY_WAIT = 12

const middleOf = (rect: DOMRectReadOnly) => (rect.top + rect.bottom) / 2

export type NearRows = ReturnType<typeof useNearRows>

export function useNearRows(list: Readonly<Ref<HTMLElement | undefined>>) {
  const near = reactive(new Set<string>())
  let observer: IntersectionObserver | undefined
  /** Rows that are near and not drawn yet, with the pixels from the middle of the list at which they came near. */
  const waiting = new Map<string, { row: Element; away: number }>()
  let frame = 0

  function drawSome() {
    const nearestFirst = [...waiting].sort(([, one], [, other]) => one.away - other.away)
    for (const [key, { row }] of nearestFirst.slice(0, waiting.size > MAY_WAIT ? 2 : 1)) {
      near.add(key)
      waiting.delete(key)
      observer?.unobserve(row)
    }
    frame = waiting.size ? requestAnimationFrame(drawSome) : 0
  }

  function watch() {
    for (const row of list.value?.children ?? []) {
      if (!near.has((row as HTMLElement).dataset.row ?? '')) observer?.observe(row)
    }
  }
  onMounted(() => {
    if (!list.value || !('IntersectionObserver' in window)) return
    observer = new IntersectionObserver(
      (seen) => {
        for (const { isIntersecting, target: row, boundingClientRect: at, rootBounds } of seen) {
          const key = (row as HTMLElement).dataset.row ?? ''
          const away = Math.abs(middleOf(at) - middleOf(rootBounds ?? at))
          if (isIntersecting) waiting.set(key, { row, away })
          // One who jumps does not wait for the rows in between.
          else waiting.delete(key)
        }
        if (waiting.size && !frame) frame = requestAnimationFrame(drawSome)
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
