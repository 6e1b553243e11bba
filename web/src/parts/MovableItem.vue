<script setup lang="ts">
import { useSortable } from '@dnd-kit/vue/sortable'
import { GripVertical } from '@lucide/vue'
import { ref } from 'vue'

/** One of several things whose order can be changed, inside a MovableList: dragged by its grip with mouse, finger or pen,
 * or moved by keys (Space or Enter takes it up and puts it down, the arrows move it). */
const props = defineProps<{
  id: string
  index: number
  /** What is moved, for those who do not see it. */
  name: string
  fixed?: boolean
  chosen?: boolean
}>()
const element = ref<HTMLElement>()
const handle = ref<HTMLElement>()
const { isDragging, isDropTarget } = useSortable({
  id: () => props.id,
  index: () => props.index,
  disabled: () => props.fixed,
  data: () => ({ name: props.name }),
  element,
  handle,
})
</script>

<template>
  <li ref="element" :class="isDragging ? 'opacity-60' : ''">
    <slot name="before" />
    <span
      class="flex min-w-0 items-center rounded-panel border"
      :class="[
        chosen ? 'border-moss bg-moss-pale' : 'border-hairline bg-white hover:border-moss',
        isDropTarget && !isDragging ? 'outline-2 outline-lake' : '',
        fixed ? '' : 'pl-0.5',
      ]"
    >
      <!-- Without a handle the whole thing would be taken for one. -->
      <span v-if="fixed" ref="handle" hidden />
      <button
        v-else
        ref="handle"
        class="flex min-h-[26px] min-w-[24px] shrink-0 justify-center cursor-grab touch-none items-center rounded-small px-0.5 text-quiet hover:text-ink"
        type="button"
        :aria-label="`Move ${name}`"
        title="Drag to move; or press Space, move with the arrows, and Space again"
      >
        <GripVertical :size="13" aria-hidden="true" />
      </button>
      <slot />
    </span>
  </li>
</template>
