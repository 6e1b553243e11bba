<script setup lang="ts">
import { computed } from 'vue'
import { clock } from '@/parts/words'
import { type Heights, STRIP_HEIGHT, barsOf } from './peaks'
import type { Span } from '@/stage/player'
import MarkLane from './MarkLane.vue'
import { useSoundDrag, within } from './soundDrag'
import type { Row } from './syncRows'

/** Talk: its sound, with what is drawn and done on the stage meanwhile. */
const props = defineProps<{
  row: Extract<Row, { kind: 'talk' }>
  peaks: Heights | undefined
  time: number
  /** How wide the strip is, in pixels. */
  width?: number
  /** Sound that was drawn over. */
  sound: Span | undefined
}>()
const emit = defineEmits<{
  play: [at: number]
  select: [span: Span]
  hear: []
  cut: []
  light: []
}>()
const USUAL_WIDTH = 600
const wide = computed(() => props.width ?? USUAL_WIDTH)
const seconds = computed(() => Math.max(0.1, props.row.end - props.row.start))
const xOf = (at: number) =>
  Math.min(1, Math.max(0, (at - props.row.start) / seconds.value)) * (wide.value - 26)
const timeAt = (x: number) =>
  props.row.start + Math.min(1, Math.max(0, x / (wide.value - 26))) * seconds.value
const drag = useSoundDrag(timeAt, (span) => emit('select', span))
/** What of the drawn sound lies in it. */
const selected = computed(() => within(drag.drawn.value ?? props.sound, props.row))
const bars = computed(() => barsOf(props.peaks, wide.value - 26, timeAt))
</script>

<template>
  <div class="mb-3 flex items-start gap-3">
    <span class="w-10 pt-7 text-right text-[12px] tabular-nums text-quiet">{{ clock(row.start) }}</span>
    <div class="min-w-0 flex-1">
      <p class="mb-1 flex items-center gap-2 text-[13px] text-quiet">
        <span class="min-w-0 truncate font-semibold">{{ row.text }}</span>
        <span class="ml-auto whitespace-nowrap">{{ row.note }}</span>
        <button
          class="min-h-[24px] font-semibold underline-offset-2 hover:underline"
          type="button"
          @click="$emit('hear')"
        >
          Hear it
        </button>
        <button
          v-if="row.talk?.by_hand"
          class="min-h-[24px] font-semibold underline-offset-2 hover:underline"
          type="button"
          @click="$emit('light')"
        >
          Let it light again
        </button>
        <button
          class="min-h-[24px] font-semibold underline-offset-2 hover:underline"
          type="button"
          @click="$emit('cut')"
        >
          Cut it
        </button>
      </p>
      <svg
        class="block w-full rounded-small border border-dashed border-moss-half bg-white"
        :height="STRIP_HEIGHT"
        aria-hidden="true"
        @pointerdown="drag.begin"
        @click="drag.wasDrag() || $emit('play', timeAt($event.offsetX))"
      >
        <rect
          v-for="bar in bars"
          :key="bar.x"
          :x="bar.x"
          :y="STRIP_HEIGHT - bar.height"
          width="3"
          :height="bar.height"
          :fill="bar.at <= time ? 'var(--color-quiet)' : 'var(--color-hairline)'"
        />
        <rect
          v-if="selected"
          :x="xOf(selected.start)"
          y="0"
          :width="xOf(selected.end) - xOf(selected.start)"
          :height="STRIP_HEIGHT"
          fill="var(--color-lake)"
          opacity="0.22"
        />
        <line
          v-if="time >= row.start && time <= row.end"
          :x1="xOf(time)"
          :x2="xOf(time)"
          y1="0"
          :y2="STRIP_HEIGHT"
          stroke="var(--color-ink)"
          stroke-width="1.5"
        />
      </svg>
      <MarkLane v-if="row.marks.length" :marks="row.marks" :x-of="xOf" :time-at="timeAt" />
      <slot />
    </div>
  </div>
</template>
