<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { ref } from 'vue'

/** Where one draws on the page with mouse, finger or pen. Strokes that follow at once belong together. */
const props = defineProps<{ width: number; height: number; colour: string }>()
const emit = defineEmits<{ drawn: [strokes: number[][]] }>()
const strokes = ref<number[][]>([])
const drawing = ref(false)
const AFTER = 650

const { start, stop } = useTimeoutFn(
  () => {
    emit('drawn', strokes.value)
    strokes.value = []
  },
  AFTER,
  { immediate: false },
)

function at(event: PointerEvent): [number, number] {
  const svg = (event.currentTarget as SVGElement).ownerSVGElement!
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  return [Math.round(point.x * 10) / 10, Math.round(point.y * 10) / 10]
}
function down(event: PointerEvent) {
  stop()
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  drawing.value = true
  strokes.value.push(at(event))
}
function move(event: PointerEvent) {
  if (!drawing.value) return
  const last = strokes.value[strokes.value.length - 1]!
  for (const one of event.getCoalescedEvents?.() ?? [event]) {
    const [x, y] = at(Object.assign(one, {}) && one.currentTarget ? one : event)
    const n = last.length
    if (Math.hypot(x - last[n - 2]!, y - last[n - 1]!) > 2) last.push(x, y)
  }
}
function up() {
  drawing.value = false
  start()
}
</script>

<template>
  <g>
    <rect
      class="touch-none"
      style="cursor: crosshair"
      data-ink
      :width="props.width"
      :height="props.height"
      fill="transparent"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="up"
    />
    <polyline
      v-for="(stroke, i) in strokes"
      :key="i"
      class="pointer-events-none"
      :points="stroke.join(' ')"
      fill="none"
      :stroke="`var(--color-${colour})`"
      stroke-width="5"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
  </g>
</template>
