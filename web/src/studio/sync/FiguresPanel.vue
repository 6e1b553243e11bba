<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** How a reading goes, in figures. */
defineProps<{
  figures: Schemas['Figures']
  checks: number
  /** Places that were checked and found fine. */
  settled: number
  /** Words that were not read. */
  unread: number
  /** Stretches of talk, and those of them that have no words yet. */
  talk: number
  wordless: number
  /** How many of those were heard in words. */
  asHeard: number
  /** The planned pace, in words a minute. */
  planned: number
  /** Whether its words can be looked for again. */
  again: boolean
  simulated: boolean
}>()
defineEmits<{ again: []; unsettle: []; talk: []; asHeard: [] }>()
</script>

<template>
  <section>
    <h2 class="mb-1 font-bold">How this reading goes</h2>
    <p
      v-if="!checks"
      class="mb-2 rounded-panel bg-moss-pale px-3 py-2 text-[14px] font-semibold"
      role="status"
    >
      Nothing is left to check.
    </p>
    <dl class="grid grid-cols-[1fr_auto] gap-y-[6px] text-[14px]">
      <dt>Words read</dt>
      <dd class="text-right font-bold">{{ figures.read }} of {{ figures.words }}</dd>
      <template v-if="checks">
        <dt>Places to check</dt>
        <dd class="text-right font-bold">{{ checks }}</dd>
      </template>
      <dt>Words a minute, planned {{ planned }}</dt>
      <dd class="text-right font-bold">{{ Math.round(figures.words_per_minute) }}</dd>
      <dt>Talk between the lines</dt>
      <dd class="text-right font-bold">{{ Math.round(100 * figures.talk) }} %</dd>
      <dt v-if="unread">Words not read</dt>
      <dd v-if="unread" class="text-right font-bold">{{ unread }}</dd>
      <template v-if="talk">
        <dt>Talk written down</dt>
        <dd class="text-right font-bold">{{ talk - wordless }} of {{ talk }}</dd>
      </template>
    </dl>
    <p v-if="wordless" class="mt-1 text-[13px] text-quiet">
      Without words, students read “The teacher talks about it.”
      <button
        class="min-h-[24px] font-semibold text-lake hover:underline"
        type="button"
        @click="$emit('talk')"
      >
        Go to the next
      </button>
    </p>
    <button
      v-if="asHeard"
      class="button mt-1.5 min-h-[32px] text-[14px]"
      type="button"
      title="Each can be changed afterwards. Read them once: names of children may be among them."
      @click="$emit('asHeard')"
    >
      {{ asHeard === 1 ? 'Take the words as heard' : `Take the words of all ${asHeard} as heard` }}
    </button>
    <p v-if="settled" class="mt-1 text-[13px] text-quiet">
      {{ settled === 1 ? 'One place was' : `${settled} places were` }} found fine.
      <button class="font-semibold text-lake hover:underline" type="button" @click="$emit('unsettle')">
        Check again
      </button>
    </p>
    <button
      v-if="again"
      class="button mt-2 w-full"
      type="button"
      title="For words that were added to the passage after this take was aligned"
      @click="$emit('again')"
    >
      Find the words again
    </button>
    <p v-if="simulated" class="mt-2 text-[13px] text-quiet">
      The voice in this take is a simulated narrator.
    </p>
  </section>
</template>
