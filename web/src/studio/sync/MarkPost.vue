<script setup lang="ts">
import { clock } from '@/parts/words'
import EarlierLater from './EarlierLater.vue'
import { deep } from '@/parts/colours'
import type { StripMark } from './stripMarks'

/** A mark that was chosen on a strip of sound: when it is drawn, and how to change that. */
defineProps<{ mark: StripMark; seconds: number }>()
defineEmits<{ hear: []; nudge: [by: number]; here: []; free: []; last: [seconds: number] }>()
</script>

<template>
  <article class="shrink-0 overflow-hidden rounded-panel border border-hairline bg-white" aria-live="polite">
    <h2
      class="flex items-center gap-2 px-3 py-2 text-white"
      :style="{ background: `var(--color-${deep(mark.colour)})` }"
    >
      <span class="min-w-0 truncate font-bold">{{ mark.name }}</span>
      <span class="ml-auto tabular-nums">{{ clock(mark.start, true) }}</span>
    </h2>
    <div class="flex flex-col gap-2 p-3">
      <p class="text-[14px]">
        <template v-if="mark.byHand">You set this moment.</template>
        <template v-else-if="mark.atPause">It is drawn while the lesson stops here.</template>
        <template v-else>It found this moment by itself.</template>
        Drag its flag, or:
      </p>
      <button class="button" type="button" @click="$emit('hear')">See and hear it</button>
      <EarlierLater :step="0.1" @nudge="(by) => $emit('nudge', by)" />
      <button class="button" type="button" @click="$emit('here')">Draw it where I stopped</button>
      <label class="flex items-center gap-2 text-[14px]">
        Drawn over
        <input
          class="field w-[76px]"
          type="number"
          min="0.1"
          max="60"
          step="0.1"
          :value="seconds.toFixed(1)"
          @change="$emit('last', Number(($event.target as HTMLInputElement).value))"
        />
        seconds
      </label>
      <button v-if="mark.byHand" class="button" type="button" @click="$emit('free')">
        Let it find its moment again
      </button>
    </div>
  </article>
</template>
