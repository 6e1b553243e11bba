<script setup lang="ts">
import { GripVertical } from '@lucide/vue'
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { lasts } from '@/parts/words'

/** The lesson as it will run, from left to right. Each part shows its place on the stage; parts can be moved. */
const props = defineProps<{ run: readonly Schemas['Stop'][]; here: string }>()
const emit = defineEmits<{ go: [stop: Schemas['Stop']]; order: [parts: string[]] }>()
const dragged = ref(-1)
const over = ref(-1)
const keyOf = (stop: Schemas['Stop']) => `${stop.part}${stop.reading}`

function put(from: number, to: number) {
  const stops = [...props.run]
  const [moved] = stops.splice(from, 1)
  stops.splice(to, 0, moved!)
  const parts = stops.map((stop) => stop.part).filter((part) => part !== 'title')
  emit('order', [...new Set(parts)])
}
function drop(at: number) {
  if (dragged.value > 0 && at > 0 && dragged.value !== at) put(dragged.value, at)
  dragged.value = over.value = -1
}
function move(index: number, by: number) {
  const to = index + by
  if (to > 0 && to < props.run.length) put(index, to)
}
</script>

<template>
  <nav
    class="sheet mt-3 flex min-h-[58px] items-center gap-1 overflow-x-auto px-3 py-2"
    aria-label="The run of the lesson"
  >
    <ol class="flex items-center">
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
      <li
        v-for="(stop, n) in run"
        :key="keyOf(stop)"
        class="flex items-center"
        :draggable="stop.movable"
        @dragstart="dragged = n"
        @dragend="dragged = over = -1"
        @dragover.prevent="over = n"
        @drop.prevent="drop(n)"
      >
        <span v-if="n" class="mx-0.5 w-3 border-b-4 border-dotted border-moss-half" aria-hidden="true" />
        <button
          class="flex flex-col rounded-sheet border px-2.5 py-1 text-left leading-tight"
          :class="[
            here === keyOf(stop) ? 'border-moss bg-moss-pale' : 'border-hairline bg-white hover:border-moss',
            over === n && dragged > 0 ? 'outline-2 outline-lake' : '',
          ]"
          type="button"
          :aria-current="here === keyOf(stop) ? 'step' : undefined"
          :title="stop.movable ? 'Drag to move, or Alt with ← and →' : undefined"
          @click="emit('go', stop)"
          @keydown.alt.left.prevent.stop="stop.movable && move(n, -1)"
          @keydown.alt.right.prevent.stop="stop.movable && move(n, 1)"
        >
          <span class="flex items-center gap-1 text-[14px] font-semibold whitespace-nowrap">
            <GripVertical v-if="stop.movable" :size="13" class="-ml-1 text-quiet" aria-hidden="true" />
            {{ stop.name
            }}<span v-if="(stop.sheets?.length ?? 0) > 1" class="font-normal text-quiet">{{
              stop.sheets!.length
            }}</span>
          </span>
          <span class="flex items-center gap-1 text-[12px] whitespace-nowrap text-quiet">
            {{ lasts(stop.seconds) }}
            <span
              v-if="stop.points?.length"
              class="flex gap-0.5"
              role="img"
              :aria-label="`${stop.points.length} pause points`"
            >
              <span
                v-for="point in stop.points.slice(0, 9)"
                :key="point"
                class="h-1.5 w-1.5 rounded-round bg-lake"
                aria-hidden="true"
              />
            </span>
          </span>
        </button>
      </li>
    </ol>
    <slot />
  </nav>
</template>
