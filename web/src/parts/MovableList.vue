<script setup lang="ts">
import {
  Accessibility,
  type DragDropManagerInput,
  type DragEndEvent,
  type DragOverEvent,
  type DragStartEvent,
} from '@dnd-kit/dom'
import { DragDropProvider } from '@dnd-kit/vue'
import { isSortable } from '@dnd-kit/vue/sortable'

/** Things whose order can be changed: what uses `useMovable` stands in it. */
const emit = defineEmits<{ move: [from: number, to: number] }>()

type Started = Parameters<DragStartEvent>[0]
type Over = Parameters<DragOverEvent>[0]
type Ended = Parameters<DragEndEvent>[0]
type Source = Ended['operation']['source']

function ended({ canceled, operation: { source } }: Ended) {
  if (canceled || !isSortable(source) || source.initialIndex === source.index) return
  emit('move', source.initialIndex, source.index)
}

/* What is said of it to those who do not see it. */
const nameOf = (source: Source) => String(source?.data.name ?? 'It')
const placeOf = (source: Source) => (isSortable(source) ? source.index + 1 : 0)
const spoken = Accessibility.configure({
  screenReaderInstructions: {
    draggable: 'Press Space to take it up, move it with the arrows, and press Space again to put it down.',
  },
  announcements: {
    dragstart: ({ operation: { source } }: Started) => `${nameOf(source)} is taken up.`,
    dragover: ({ operation: { source } }: Over) => `${nameOf(source)} is at place ${placeOf(source)}.`,
    dragend: ({ operation: { source }, canceled }: Ended) =>
      canceled
        ? `${nameOf(source)} is back where it was.`
        : `${nameOf(source)} is put down at place ${placeOf(source)}.`,
  },
})
const plugins: DragDropManagerInput['plugins'] = (usual) => [...usual, spoken]
</script>

<template>
  <DragDropProvider :plugins="plugins" @drag-end="ended"><slot /></DragDropProvider>
</template>
