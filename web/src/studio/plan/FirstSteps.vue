<script setup lang="ts">
import { computed } from 'vue'
import type { Offer } from './offers'

/** What one can do on a page on which nothing is planned yet, and what its text offers. */
const props = defineProps<{ offers: readonly Offer[] }>()
const emit = defineEmits<{ suggest: [kind: string]; opening: [] }>()
const kinds = computed(() => {
  const counts = new Map<string, number>()
  for (const { suggestion, taken } of props.offers)
    if (!taken) counts.set(suggestion.detector, (counts.get(suggestion.detector) ?? 0) + 1)
  return [...counts].map(([name, count]) => ({ name, count }))
})
</script>

<template>
  <section class="flex flex-col gap-4 text-[15px]" aria-label="What to do first">
    <p class="text-quiet">
      <strong class="text-ink">Choose a word</strong> on the page: put a pause point after it, mark it, or
      make a word card of it. For several words, click the first, then hold <kbd class="key">Shift</kbd> and
      click the last.
    </p>
    <p class="text-quiet">
      <strong class="text-ink">Say why we read:</strong> a purpose, a question, what to have at hand.
      <button class="font-semibold text-lake hover:underline" type="button" @click="emit('opening')">
        Write the opening
      </button>
    </p>
    <div v-if="kinds.length">
      <p class="mb-2 text-quiet"><strong class="text-ink">This page offers</strong> by itself:</p>
      <ul class="flex flex-wrap gap-1.5">
        <li v-for="kind in kinds" :key="kind.name">
          <button
            class="rounded-small border border-hairline bg-white px-2 py-1 text-[14px] hover:border-moss"
            type="button"
            @click="emit('suggest', kind.name)"
          >
            {{ kind.name }} <span class="text-quiet">{{ kind.count }}</span>
          </button>
        </li>
      </ul>
    </div>
  </section>
</template>
