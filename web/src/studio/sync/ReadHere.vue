<script setup lang="ts">
/** Where words that were read, and not found, are given their moments by hand. */
import { computed } from 'vue'
import { clock } from '@/parts/words'
import type { Missing } from './readHere'
import type { Problem } from '@/api/client'

const props = defineProps<{
  missing: Missing
  words: ReadonlyMap<string, string>
  /** How many of the words have their moment. */
  tapped: number
  canTap: boolean
  /** Where the sound stands, in seconds. */
  now: number
  problem: Problem | undefined
}>()
defineEmits<{
  listen: []
  tap: []
  spread: []
  begin: []
  finish: []
  leave: []
  close: []
}>()
const texts = computed(() => props.missing.words.map((word) => props.words.get(word) ?? ''))
const next = computed(() => texts.value[props.tapped])
const one = computed(() => texts.value.length === 1)
</script>

<template>
  <article
    class="shrink-0 overflow-hidden rounded-panel border border-hairline bg-white"
    aria-label="It was read"
  >
    <h2 class="flex items-center bg-moss px-3 py-2 font-bold text-white">
      {{ one ? 'This word was read' : `These ${texts.length} words were read` }}
      <button class="ml-auto px-2 text-[13px] font-semibold" type="button" @click="$emit('close')">
        Close
      </button>
    </h2>
    <div class="flex flex-col gap-2 p-3 text-[14px]">
      <p class="flex max-h-[120px] flex-wrap gap-x-2 gap-y-1 overflow-y-auto font-passage text-[17px]">
        <span
          v-for="(text, i) in texts"
          :key="i"
          class="rounded-small px-1"
          :class="i < tapped ? 'bg-moss-pale' : i === tapped ? 'outline-2 outline-lake' : 'text-quiet'"
          >{{ text }}</span
        >
      </p>
      <p class="text-quiet">Listen, and tap as {{ one ? 'it begins' : 'each word begins' }}.</p>
      <button class="button" type="button" @click="$emit('listen')">
        {{ tapped ? 'Once more from the beginning' : 'Listen from here' }}
      </button>
      <button
        class="button button-main min-h-[56px]"
        type="button"
        :disabled="!canTap"
        @pointerdown.prevent="$emit('tap')"
        @click="$event.detail === 0 && $emit('tap')"
      >
        <span class="truncate">{{ next ?? '…' }}</span> <kbd class="key text-ink">T</kbd>
      </button>
      <p v-if="problem" role="alert" class="text-signal">{{ problem.message }} {{ problem.advice }}</p>
      <p class="mt-1 text-quiet">Or mark the sound in which {{ one ? 'it is' : 'they are' }} said:</p>
      <div class="grid grid-cols-2 gap-2">
        <button class="button" type="button" title="Where the sound stands now" @click="$emit('begin')">
          Begins at {{ clock(now, true) }}
        </button>
        <button class="button" type="button" title="Where the sound stands now" @click="$emit('finish')">
          Ends at {{ clock(now, true) }}
        </button>
      </div>
      <button class="button" type="button" :disabled="missing.end <= missing.start" @click="$emit('spread')">
        Find {{ one ? 'it' : 'them' }} from {{ clock(missing.start, true) }} to {{ clock(missing.end, true) }}
      </button>
      <button class="button mt-2" type="button" @click="$emit('leave')">Not read, on purpose</button>
    </div>
  </article>
</template>
