/** Pointing at the stage while recording: with a key held, or a finger. It shows as a soft spot and leaves nothing. */
import { useEventListener } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'

const KEY = 'p'

/** Page units and seconds between two places of the way, and how many of them go into one event. */
const STEP = 6
const PAUSE = 0.1
const PLACES = 240

/** Page units and seconds from which on a finger points, rather than taps. */
const DRAGS = 14
const RESTS = 0.45

/** What of a recording is pointed in. */
export interface PointedIn {
  /** Seconds of take time. */
  time: Readonly<Ref<number>>
  enabled: Readonly<Ref<boolean>>
  /** A way is over: where it went (seconds, x and y of each place), and when it began. */
  pointed: (way: string, at: number) => void
}

export function usePointer(frame: Ref<HTMLElement | undefined>, { time, enabled, pointed }: PointedIn) {
  const begun = ref(0)
  const way = ref<number[]>([])
  const byFinger = ref(false)
  let mouse: [number, number] | undefined

  function placeOf(event: PointerEvent): [number, number] | undefined {
    const svg = frame.value?.querySelector<SVGSVGElement>('svg.stage-page')
    const matrix = svg?.getScreenCTM()
    if (!matrix) return undefined
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    return [Math.round(x), Math.round(y)]
  }
  function begin(place: [number, number] | undefined) {
    if (!place || !enabled.value) return
    begun.value = time.value
    way.value = [0, ...place]
  }
  function move(place: [number, number]) {
    const [then, x, y] = way.value.slice(-3) as [number, number, number]
    const now = Math.round((time.value - begun.value) * 100) / 100
    if (now - then < PAUSE || Math.hypot(place[0] - x, place[1] - y) < STEP) return
    way.value.push(now, ...place)
    if (way.value.length >= PLACES * 3) {
      end()
      begin(place)
    }
  }
  /** The way is over; a `tap` is none. */
  function end(tap = false) {
    const [, x, y] = way.value
    if (x === undefined || y === undefined) return
    // Where the pointer rested until now, it is seen until now.
    const now = Math.round((time.value - begun.value) * 100) / 100
    const last = way.value.slice(-2)
    if (now > (way.value[way.value.length - 3] ?? 0)) way.value.push(now, ...last)
    if (!tap) pointed(way.value.join(' '), begun.value)
    way.value = []
  }
  const isTap = () => {
    const [, x = 0, y = 0] = way.value
    const far = way.value.some(
      (_, n) => n % 3 === 0 && Math.hypot(way.value[n + 1]! - x, way.value[n + 2]! - y) > DRAGS,
    )
    return !far && time.value - begun.value < RESTS
  }

  useEventListener(frame, 'pointermove', (event: PointerEvent) => {
    const place = placeOf(event)
    if (!place) return
    mouse = place
    if (way.value.length) move(place)
  })
  useEventListener(frame, 'pointerdown', (event: PointerEvent) => {
    if (event.pointerType !== 'touch' || way.value.length) return
    byFinger.value = true
    begin(placeOf(event))
  })
  useEventListener(window, ['pointerup', 'pointercancel'], () => {
    if (!byFinger.value) return
    byFinger.value = false
    end(isTap())
  })
  const isTyping = (event: KeyboardEvent) =>
    !!(event.target as HTMLElement).closest('input, textarea, select, [contenteditable], [role=dialog]')
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.key.toLowerCase() !== KEY || event.repeat || event.ctrlKey || event.metaKey) return
    if (!isTyping(event) && !way.value.length) begin(mouse)
  })
  useEventListener(window, 'keyup', (event: KeyboardEvent) => {
    if (event.key.toLowerCase() === KEY && !byFinger.value) end()
  })

  return {
    /** Where the spot is now, as the stage shows it. */
    spot: computed(() => {
      const [x, y] = way.value.slice(-2)
      return x === undefined || y === undefined ? null : [x, y, 1]
    }),
  }
}
