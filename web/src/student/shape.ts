/** The shape of stage that fits the window: changes when a device is turned. */
import { useWindowSize } from '@vueuse/core'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

export type Shape = Schemas['StageShape']

/** How wide and high each shape is, in page units. Of two that fit alike, the first. */
const SHAPES: readonly [Shape, number, number][] = [
  ['wide', 1920, 1080],
  ['tall', 1080, 1920],
  ['square', 1080, 1080],
]

/** Pixels of the window's height that are not the stage's: the title above it and the controls below. What comes and
 * goes beside them (a question's buttons) does not count, so that nothing is set anew while one thinks. */
const AROUND = 150

/** How much larger another shape has to come out to be the better one. */
const WORTH_IT = 1.04

/** The shape in which a page is largest in a window of this many pixels. (The server sends the stage along with the page
 * for about the same windows.) */
export function shapeFor(width: number, height: number): Shape {
  const scaleOf = ([, across, down]: (typeof SHAPES)[number]) =>
    Math.min(width / across, Math.max(1, height - AROUND) / down)
  return SHAPES.reduce((best, one) => (scaleOf(one) > WORTH_IT * scaleOf(best) ? one : best))[0]
}

export function useShape() {
  const { width, height } = useWindowSize()
  return { shape: computed(() => shapeFor(width.value, height.value)) }
}
