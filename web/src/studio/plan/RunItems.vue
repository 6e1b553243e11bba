<script setup lang="ts">
import MovableItem from '@/parts/MovableItem.vue'
import MovableList from '@/parts/MovableList.vue'

/** The cards or questions of one part of the run, in their order; each can be moved. */
const props = defineProps<{ items: readonly { id: string; name: string }[]; here: string }>()
const emit = defineEmits<{ go: [id: string]; order: [ids: string[]] }>()

function put(from: number, to: number) {
  if (from < 0 || to < 0 || to >= props.items.length || from === to) return
  const ids = props.items.map((one) => one.id)
  ids.splice(to, 0, ...ids.splice(from, 1))
  emit('order', ids)
}
</script>

<template>
  <MovableList @move="put">
    <ol class="flex flex-wrap gap-1 pt-1" aria-label="In this part">
      <MovableItem
        v-for="(item, n) in items"
        :id="item.id"
        :key="item.id"
        :index="n"
        :name="item.name"
        :chosen="here === item.id"
        class="max-w-[280px]"
      >
        <button
          class="min-w-0 truncate rounded-panel py-1 pr-2 pl-0.5 text-[13px]"
          :class="here === item.id ? 'font-semibold' : ''"
          type="button"
          :aria-current="here === item.id ? 'true' : undefined"
          title="Alt with ← and → moves it"
          @click="emit('go', item.id)"
          @keydown.alt.left.prevent.stop="put(n, n - 1)"
          @keydown.alt.right.prevent.stop="put(n, n + 1)"
        >
          {{ item.name }}
        </button>
      </MovableItem>
    </ol>
  </MovableList>
</template>
