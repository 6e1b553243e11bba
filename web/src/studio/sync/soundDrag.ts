/** Choosing a stretch of sound by drawing over it. */
import { ref } from 'vue'
import type { Span } from '@/stage/player'

/** Pixels from which on a press is a stretch, and no click. */
const FURTHER = 5

export function useSoundDrag(timeAt: (x: number) => number, select: (span: Span) => void) {
  /** The stretch as it is being drawn (seconds of take time). */
  const drawn = ref<Span>()
  let dragged = false

  function begin(event: PointerEvent) {
    const strip = event.currentTarget as Element
    const left = strip.getBoundingClientRect().left
    const from = event.clientX
    dragged = false
    const move = (now: PointerEvent) => {
      if (Math.abs(now.clientX - from) < FURTHER && !dragged) return
      dragged = true
      const [one, other] = [timeAt(from - left), timeAt(now.clientX - left)]
      drawn.value = { start: Math.min(one, other), end: Math.max(one, other) }
    }
    const drop = () => {
      window.removeEventListener('pointermove', move)
      const span = drawn.value
      drawn.value = undefined
      if (span && span.end > span.start) select(span)
    }
    window.addEventListener('pointermove', move)
    window.addEventListener('pointerup', drop, { once: true })
  }
  return {
    drawn,
    begin,
    /** Whether what just ended was no click. */
    wasDrag: () => dragged,
  }
}

/** What of a stretch lies in another; undefined where nothing does. */
export function within(span: Span | undefined, row: Span): Span | undefined {
  if (!span || span.end <= row.start || span.start >= row.end) return undefined
  return { start: Math.max(span.start, row.start), end: Math.min(span.end, row.end) }
}
