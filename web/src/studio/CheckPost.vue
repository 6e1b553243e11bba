<script setup lang="ts">
import { computed } from 'vue'
import { clock } from '@/parts/words'
import type { Place } from './syncRows'

const props = defineProps<{ place: Place; words: ReadonlyMap<string, string>; checks: readonly Place[] }>()
defineEmits<{ hear: []; nudge: [by: number]; next: []; here: [] }>()
const number = computed(() =>
  props.checks.findIndex(
    (check) => check.word === props.place.word && Math.abs(check.found - props.place.found) < 1e-3,
  ),
)
const asks = computed(() => number.value >= 0)
</script>

<template>
  <article class="shrink-0 overflow-hidden rounded-sheet border border-hairline bg-white" aria-live="polite">
    <h2 class="flex items-center px-3 py-2 text-white" :class="asks ? 'bg-signal' : 'bg-moss'">
      <span class="font-bold"
        >“{{ words.get(place.word) }}”<template v-if="asks">
          · place {{ number + 1 }} of {{ checks.length }}</template
        ></span
      >
      <span class="ml-auto tabular-nums">{{ clock(place.start, true) }}</span>
    </h2>
    <div class="flex flex-col gap-2 p-3">
      <p v-if="place.why" class="text-[14px]">{{ place.why }}</p>
      <button class="button" type="button" @click="$emit('hear')">Hear it</button>
      <div class="grid grid-cols-2 gap-2">
        <button class="button px-2" type="button" @click="$emit('nudge', -0.01)">
          Earlier <kbd class="key whitespace-nowrap">Alt ←</kbd>
        </button>
        <button class="button px-2" type="button" @click="$emit('nudge', 0.01)">
          Later <kbd class="key whitespace-nowrap">Alt →</kbd>
        </button>
      </div>
      <button class="button" type="button" @click="$emit('here')">It begins where I stopped</button>
      <button v-if="checks.length" class="button" type="button" @click="$emit('next')">
        Next place to check <kbd class="key">N</kbd>
      </button>
    </div>
  </article>
</template>
