<script setup lang="ts">
import { GripVertical } from '@lucide/vue'
import { ref } from 'vue'

/** Moves a pause point to another place of the text: dragged onto a word, or with the arrow keys. */

const emit = defineEmits<{ over: [word: string]; drop: [word: string]; step: [by: number] }>()
const held = ref(false)
const wordAt = (event: PointerEvent) =>
  document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-box]')?.dataset.box ??
  ''

function take(event: PointerEvent) {
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  held.value = true
}
function move(event: PointerEvent) {
  if (held.value) emit('over', wordAt(event))
}
function drop(event: PointerEvent) {
  if (!held.value) return
  held.value = false
  emit('drop', wordAt(event))
}
</script>

<template>
  <button
    class="-mr-1 flex h-6 w-6 shrink-0 cursor-grab touch-none items-center justify-center rounded-small hover:bg-white/20"
    :class="held ? 'cursor-grabbing' : ''"
    type="button"
    aria-label="Move this pause point. Arrow keys move it by a word."
    title="Drag it onto a word of the text; arrow keys move it by a word"
    @pointerdown.prevent="take"
    @pointermove="move"
    @pointerup="drop"
    @pointercancel="held = false"
    @keydown.left.prevent.stop="emit('step', -1)"
    @keydown.right.prevent.stop="emit('step', 1)"
  >
    <GripVertical :size="16" aria-hidden="true" />
  </button>
</template>
