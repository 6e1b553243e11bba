<script setup lang="ts">
import type { Schemas } from '@/api/client'
import MovableItem from '@/parts/MovableItem.vue'
import MovableList from '@/parts/MovableList.vue'
import { lasts } from '@/parts/words'

/** The lesson as it will run, from left to right. Each part shows its place on the stage; parts can be moved. */
const props = defineProps<{ run: readonly Schemas['Stop'][]; here: string }>()
const emit = defineEmits<{ go: [stop: Schemas['Stop']]; order: [parts: string[]] }>()
const keyOf = (stop: Schemas['Stop']) => `${stop.part}${stop.reading}`

function put(from: number, to: number) {
  const stops = [...props.run]
  const [moved] = stops.splice(from, 1)
  stops.splice(to, 0, moved!)
  const parts = stops.map((stop) => stop.part).filter((part) => part !== 'title')
  emit('order', [...new Set(parts)])
}
function move(index: number, by: number) {
  const to = index + by
  if (to > 0 && to < props.run.length) put(index, to)
}
</script>

<template>
  <nav
    class="panel mt-3 flex min-h-[58px] items-center gap-1 px-3 py-2 narrow:flex-wrap"
    aria-label="The run of the lesson"
  >
    <MovableList @move="(from, to) => to > 0 && put(from, to)">
      <ol class="-my-1 flex min-w-0 flex-1 items-center overflow-x-auto py-1 narrow:flex-wrap">
        <MovableItem
          v-for="(stop, n) in run"
          :id="keyOf(stop)"
          :key="keyOf(stop)"
          :index="n"
          :name="stop.name"
          :fixed="!stop.movable"
          :chosen="here === keyOf(stop)"
          class="flex items-center"
        >
          <template #before>
            <span
              v-if="n"
              class="mx-0.5 w-3 shrink-0 border-b-4 border-dotted border-moss-half"
              aria-hidden="true"
            />
          </template>
          <template #default>
            <button
              class="flex flex-col rounded-panel py-1 pr-2.5 text-left leading-tight"
              :class="stop.movable ? 'pl-0.5' : 'pl-2.5'"
              type="button"
              :aria-current="here === keyOf(stop) ? 'step' : undefined"
              :title="stop.movable ? 'Alt with ← and → moves it' : undefined"
              @click="emit('go', stop)"
              @keydown.alt.left.prevent.stop="stop.movable && move(n, -1)"
              @keydown.alt.right.prevent.stop="stop.movable && move(n, 1)"
            >
              <span class="flex items-center gap-1 text-[14px] font-semibold whitespace-nowrap">
                {{ stop.name
                }}<span v-if="stop.boards.length > 1" class="font-normal text-quiet">{{
                  stop.boards.length
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
          </template>
        </MovableItem>
      </ol>
    </MovableList>
    <slot />
  </nav>
</template>
