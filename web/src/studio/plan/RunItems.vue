<script setup lang="ts">
import { GripVertical } from '@lucide/vue'
import { ref } from 'vue'

/** The cards or questions of one part of the run, in their order; each can be moved. */
const props = defineProps<{ items: readonly { id: string; name: string }[]; here: string }>()
const emit = defineEmits<{ go: [id: string]; order: [ids: string[]] }>()
const dragged = ref(-1)
const over = ref(-1)

function put(from: number, to: number) {
  if (from < 0 || to < 0 || to >= props.items.length || from === to) return
  const ids = props.items.map((one) => one.id)
  ids.splice(to, 0, ...ids.splice(from, 1))
  emit('order', ids)
}
function drop(at: number) {
  put(dragged.value, at)
  dragged.value = over.value = -1
}
</script>

<template>
  <ol class="flex flex-wrap gap-1 pt-1" aria-label="In this part">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
    <li
      v-for="(item, n) in items"
      :key="item.id"
      draggable="true"
      class="max-w-[260px]"
      @dragstart="dragged = n"
      @dragend="dragged = over = -1"
      @dragover.prevent="over = n"
      @drop.prevent="drop(n)"
    >
      <button
        class="flex w-full items-center gap-1 rounded-small border px-2 py-1 text-[13px]"
        :class="[
          here === item.id
            ? 'border-moss bg-moss-pale font-semibold'
            : 'border-hairline bg-white hover:border-moss',
          over === n && dragged >= 0 && dragged !== n ? 'outline-2 outline-lake' : '',
        ]"
        type="button"
        :aria-current="here === item.id ? 'true' : undefined"
        title="Drag to move, or Alt with ← and →"
        @click="emit('go', item.id)"
        @keydown.alt.left.prevent.stop="put(n, n - 1)"
        @keydown.alt.right.prevent.stop="put(n, n + 1)"
      >
        <GripVertical :size="13" class="shrink-0 text-quiet" aria-hidden="true" />
        <span class="truncate">{{ item.name }}</span>
      </button>
    </li>
  </ol>
</template>
