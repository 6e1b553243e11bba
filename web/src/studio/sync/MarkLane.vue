<script setup lang="ts">
import { inject, ref } from 'vue'
import type { MarkHand, StripMark } from './stripMarks'
import { deep } from '@/parts/colours'

/** The marks that are drawn along a strip of sound; each can be taken to another moment of it. */
const props = defineProps<{
  marks: readonly StripMark[]
  xOf: (at: number) => number
  timeAt: (x: number) => number
}>()
const hand = inject<MarkHand>('mark hand')!
const chosen = hand.chosen
const FLAG = 24
const dragged = ref<{ id: string; start: number }>()
const startOf = (mark: StripMark) => (dragged.value?.id === mark.id ? dragged.value.start : mark.start)

/** Flags that would lie on one another stand in rows. */
function rowOf(index: number): number {
  const ends: number[] = []
  let row = 0
  props.marks.slice(0, index + 1).forEach((mark) => {
    const x = props.xOf(mark.start)
    row = ends.findIndex((end) => end <= x)
    if (row < 0) row = ends.push(0) - 1
    ends[row] = Math.max(x + FLAG, props.xOf(mark.end)) + 3
  })
  return row
}
const rows = () => Math.max(0, ...props.marks.map((_, index) => rowOf(index))) + 1

function drag(event: PointerEvent, mark: StripMark) {
  const flag = event.currentTarget as HTMLElement
  flag.setPointerCapture(event.pointerId)
  const from = event.clientX
  const move = (now: PointerEvent) => {
    const start = Math.max(0, props.timeAt(Math.max(0, props.xOf(mark.start) + now.clientX - from)))
    if (Math.abs(now.clientX - from) > 3) dragged.value = { id: mark.id, start }
  }
  const drop = () => {
    flag.removeEventListener('pointermove', move)
    const moved = dragged.value
    dragged.value = undefined
    if (moved) hand.move(mark, moved.start)
    else hand.choose(mark)
  }
  flag.addEventListener('pointermove', move)
  flag.addEventListener('pointerup', drop, { once: true })
}
</script>

<template>
  <div class="relative mt-2" :style="{ height: `${rows() * 26}px` }" data-lane>
    <button
      v-for="(mark, index) in marks"
      :key="mark.id"
      type="button"
      class="flag absolute flex h-[24px] items-center rounded-small text-[12px] font-bold text-white"
      :class="[
        mark.atPause ? 'opacity-80' : '',
        chosen === mark.id ? 'outline-2 outline-offset-1 outline-ink' : '',
      ]"
      :style="{
        left: `${xOf(startOf(mark))}px`,
        top: `${rowOf(index) * 26}px`,
        width: `${Math.max(FLAG, xOf(mark.end) - xOf(mark.start))}px`,
        background: `var(--color-${deep(mark.colour)})`,
      }"
      :title="`${mark.name} (${mark.meaning})`"
      :aria-label="`${mark.name}, ${mark.start.toFixed(1)} s. Arrow keys move it.`"
      :aria-pressed="chosen === mark.id"
      :data-mark="mark.id"
      @pointerdown.prevent="drag($event, mark)"
      @keydown.enter.prevent="hand.choose(mark)"
      @keydown.left.exact.prevent="hand.nudge(-0.1, mark)"
      @keydown.right.exact.prevent="hand.nudge(0.1, mark)"
    >
      <span class="w-6 shrink-0 text-center">{{ mark.letter }}</span>
    </button>
  </div>
</template>

<style scoped>
.flag {
  cursor: ew-resize;
  touch-action: none;
}
.flag::before {
  content: '';
  position: absolute;
  left: 0;
  top: -8px;
  height: 8px;
  border-left: 2px solid currentColor;
  color: var(--color-moss-half);
}
</style>
