<script setup lang="ts">
import type { StageState } from '@/stage/cueReader'
import type { Layout } from '@/stage/shapes'
import StagePage from '@/stage/StagePage.vue'
import InkLayer from '../plan/InkLayer.vue'
import type { NoteFlag } from './cueNotes'

/** The stage at the desk: the page, lines to the teacher's own notes, the pen's layer, and the count before a take. */
defineProps<{
  layout: Layout
  state: StageState
  /** Words can be chosen; they are. */
  choosable: boolean
  chosen: ReadonlySet<string>
  flags: readonly NoteFlag[]
  /** The colour of the pen; nothing where it is not drawn with. */
  ink: string | undefined
  /** What is counted before a take; 0 for nothing. */
  count: number
  /** A finger points, rather than scrolls. */
  pointing: boolean
}>()
defineEmits<{ choose: [word: string, extend: boolean]; touched: []; drawn: [strokes: number[][]] }>()
</script>

<template>
  <div
    :class="pointing ? 'touch-none' : ''"
    class="panel relative min-h-0 flex-1 overflow-hidden narrow:aspect-[1300/1080] narrow:flex-none"
  >
    <StagePage
      :layout="layout"
      :state="state"
      :choosable="choosable"
      :chosen="chosen"
      text-only
      @choose="(word, extend) => $emit('choose', word, extend)"
    >
      <line
        v-for="flag in flags"
        :key="flag.id"
        :x1="flag.x"
        :x2="flag.x + flag.width"
        :y1="flag.y"
        :y2="flag.y"
        stroke="var(--color-plum)"
        stroke-width="6"
        stroke-dasharray="2 9"
        stroke-linecap="round"
      />
      <InkLayer
        v-if="ink"
        :width="layout.width"
        :height="layout.height"
        :colour="ink"
        @pointerdown="$emit('touched')"
        @drawn="(strokes) => $emit('drawn', strokes)"
      />
    </StagePage>
    <slot />
    <div
      v-if="count"
      class="absolute inset-0 flex items-center justify-center bg-white/75"
      aria-live="assertive"
    >
      <span
        class="flex h-[150px] w-[150px] items-center justify-center rounded-round bg-moss-pale text-[84px] font-bold text-moss"
        >{{ count }}</span
      >
    </div>
  </div>
</template>
