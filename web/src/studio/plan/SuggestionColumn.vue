<script setup lang="ts">
import { Check } from '@lucide/vue'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'

type Suggestion = Schemas['Suggestion']

/** What the text offers to mark, teach and stop at on this page; one press takes it. */
const props = defineProps<{
  suggestions: readonly Suggestion[]
  textOf: (first: string, last: string) => string
  taken: (one: Suggestion) => boolean
}>()
const emit = defineEmits<{ take: [one: Suggestion]; see: [one: Suggestion]; close: [] }>()
const kind = ref('')
const kinds = computed(() => {
  const counts = new Map<string, number>()
  for (const one of props.suggestions) counts.set(one.detector, (counts.get(one.detector) ?? 0) + 1)
  return [...counts].map(([name, count]) => ({ name, count }))
})
const shown = computed(() => props.suggestions.filter((one) => !kind.value || one.detector === kind.value))
const DEED: Record<string, string> = { mark: 'Mark it', card: 'Make a card', pause: 'Pause here' }
</script>

<template>
  <section class="flex min-h-0 flex-col" aria-label="Suggestions">
    <div class="mb-2 flex items-center gap-2">
      <h2 class="font-bold">Suggestions</h2>
      <select v-model="kind" class="field ml-auto text-[13px]" aria-label="Kind of suggestion">
        <option value="">everything</option>
        <option v-for="one in kinds" :key="one.name" :value="one.name">
          {{ one.name }} ({{ one.count }})
        </option>
      </select>
      <button class="button" type="button" @click="emit('close')">Close</button>
    </div>
    <p v-if="!shown.length" class="text-quiet">Nothing was found on this page.</p>
    <ul class="flex min-h-0 flex-1 flex-col gap-1.5 overflow-y-auto pr-1">
      <li
        v-for="one in shown"
        :key="one.id"
        class="rounded-small border border-hairline bg-white px-2.5 py-1.5"
        @mouseenter="emit('see', one)"
        @focusin="emit('see', one)"
      >
        <p class="truncate font-passage text-[15px]">{{ textOf(one.first, one.last) }}</p>
        <div class="flex items-start gap-2 text-[13px]">
          <p class="min-w-0 flex-1 text-quiet">{{ one.reason }}</p>
          <span v-if="taken(one)" class="flex shrink-0 items-center gap-1 text-moss">
            <Check :size="14" aria-hidden="true" /> taken
          </span>
          <button
            v-else
            class="shrink-0 font-semibold text-lake hover:underline"
            type="button"
            :aria-label="`${DEED[one.offer]}: ${textOf(one.first, one.last)}`"
            @click="emit('take', one)"
          >
            {{ DEED[one.offer] }}
          </button>
        </div>
      </li>
    </ul>
  </section>
</template>
