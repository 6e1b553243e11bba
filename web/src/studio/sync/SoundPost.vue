<script setup lang="ts">
import { clock } from '@/parts/words'
import type { Span } from '@/stage/player'
import ReadInSound from './ReadInSound.vue'

/** A stretch of sound that was chosen by drawing over it. */
defineProps<{ span: Span; take: string; words: ReadonlyMap<string, string> }>()
defineEmits<{
  hear: []
  loop: []
  cut: []
  silence: [beep: boolean]
  talk: []
  read: [words: string[]]
  close: []
}>()
</script>

<template>
  <article
    class="shrink-0 overflow-hidden rounded-panel border border-hairline bg-white"
    aria-label="The chosen sound"
  >
    <h2 class="flex items-center bg-moss px-3 py-2 font-bold text-white">
      {{ (span.end - span.start).toFixed(1) }} s of sound
      <span class="ml-2 text-[13px] font-normal tabular-nums">{{ clock(span.start, true) }}</span>
      <button class="ml-auto px-2 text-[13px] font-semibold" type="button" @click="$emit('close')">
        Close
      </button>
    </h2>
    <div class="grid grid-cols-2 gap-2 p-3">
      <button class="button" type="button" @click="$emit('hear')">Hear it</button>
      <button class="button" type="button" @click="$emit('loop')">Loop <kbd class="key">L</kbd></button>
      <button class="button button-main col-span-2" type="button" @click="$emit('cut')">
        Cut it <kbd class="key text-ink">X</kbd>
      </button>
      <button class="button" type="button" @click="$emit('silence', false)">
        Silence <kbd class="key">S</kbd>
      </button>
      <button class="button" type="button" @click="$emit('silence', true)">A tone</button>
      <button class="button col-span-2" type="button" @click="$emit('talk')">
        It is talk <kbd class="key">K</kbd>
      </button>
    </div>
    <ReadInSound :take="take" :span="span" :words="words" @read="(ids) => $emit('read', ids)" />
  </article>
</template>
