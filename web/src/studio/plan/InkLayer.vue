<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { usePen } from '@/parts/pen'

/** Where one draws on the page. Strokes that follow at once belong together. */
defineProps<{ width: number; height: number; colour: string }>()
const emit = defineEmits<{ drawn: [strokes: number[][]] }>()
const AFTER = 650

const { start, stop } = useTimeoutFn(
  () => {
    emit('drawn', pen.lines.value)
    pen.lines.value = []
  },
  AFTER,
  { immediate: false },
)
const pen = usePen(start)
const strokes = pen.lines
</script>

<template>
  <g>
    <rect
      class="touch-none"
      style="cursor: crosshair"
      data-ink
      :width="width"
      :height="height"
      fill="transparent"
      v-on="pen.on"
      @pointerdown="stop"
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
