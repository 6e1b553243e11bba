/** Drawing with mouse, finger or pen on an SVG, in its own units. */
import { ref } from 'vue'

/** Points nearer to one another than this are one. */
const NEAR = 2

/** Lines as they are drawn, each as x and y in turn. `ended` is called whenever the pen is lifted. */
export function usePen(ended: () => void = () => undefined) {
  const lines = ref<number[][]>([])
  const drawing = ref(false)

  function at(event: PointerEvent, svg: SVGSVGElement): [number, number] {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
    return [Math.round(point.x * 10) / 10, Math.round(point.y * 10) / 10]
  }
  const svgOf = (event: PointerEvent) => {
    const target = event.currentTarget as SVGElement
    return target.ownerSVGElement ?? (target as SVGSVGElement)
  }
  function down(event: PointerEvent) {
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    drawing.value = true
    lines.value.push(at(event, svgOf(event)))
  }
  function move(event: PointerEvent) {
    const last = lines.value[lines.value.length - 1]
    if (!drawing.value || !last) return
    const svg = svgOf(event)
    const passed = (event as Partial<PointerEvent>).getCoalescedEvents?.() ?? []
    for (const one of passed.length ? passed : [event]) {
      const [x, y] = at(one, svg)
      const n = last.length
      if (Math.hypot(x - last[n - 2]!, y - last[n - 1]!) > NEAR) last.push(x, y)
    }
  }
  function up() {
    if (!drawing.value) return
    drawing.value = false
    ended()
  }
  return { lines, drawing, on: { pointerdown: down, pointermove: move, pointerup: up, pointercancel: up } }
}
