<script setup lang="ts">
import { useSortable } from '@dnd-kit/vue/sortable'
import { ref } from 'vue'

/** A row whose place among the blocks of a passage can be changed; what stands in it says which element is its grip. */
const props = defineProps<{ id: string; index: number; name: string }>()
const element = ref<HTMLElement>()
const handle = ref<HTMLElement>()
const { isDragging } = useSortable({
  id: () => props.id,
  index: () => props.index,
  data: () => ({ name: props.name }),
  element,
  handle,
})
const grip = (at: unknown) => (handle.value = at as HTMLElement)
</script>

<template>
  <div ref="element" :class="isDragging ? 'bg-white opacity-70' : ''"><slot :grip="grip" /></div>
</template>
