<script setup lang="ts">
import { clock } from '@/parts/words'
import { deep } from '@/parts/colours'
import EarlierLater from './EarlierLater.vue'
import type { StripMark } from './stripMarks'

/** Something that was done on the stage and was chosen on a strip: when, and how to change that. */
defineProps<{ done: StripMark }>()
defineEmits<{ hear: []; nudge: [by: number]; here: []; remove: [] }>()
</script>

<template>
  <article class="shrink-0 overflow-hidden rounded-panel border border-hairline bg-white" aria-live="polite">
    <h2
      class="flex items-center gap-2 px-3 py-2 text-white"
      :style="{ background: `var(--color-${deep(done.colour)})` }"
    >
      <span class="min-w-0 truncate font-bold" :title="done.name">{{ done.name }}</span>
      <span class="ml-auto tabular-nums">{{ clock(done.start, true) }}</span>
    </h2>
    <div class="flex flex-col gap-2 p-3">
      <button class="button" type="button" @click="$emit('hear')">See and hear it</button>
      <EarlierLater :step="0.1" @nudge="(by) => $emit('nudge', by)" />
      <button class="button" type="button" @click="$emit('here')">Do it where I stopped</button>
      <button class="button" type="button" @click="$emit('remove')">Remove it</button>
    </div>
  </article>
</template>
