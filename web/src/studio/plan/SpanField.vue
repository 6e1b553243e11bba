<script setup lang="ts">
import { X } from '@lucide/vue'
import { computed, inject, type ComputedRef } from 'vue'
import type { Schemas } from '@/api/client'
import type { ChosenWords } from './chosenWords'

/** Runs of words of the passage: what is chosen on the page is taken over by a button. */
defineProps<{ label: string; single?: boolean }>()
const spans = defineModel<Schemas['Span'][]>({ required: true })
const words = inject<ChosenWords>('chosen words')!

/** On a board the text has to be opened first; on the text itself it is there. */
const text = inject<{ offered: ComputedRef<boolean>; open: () => void; done: () => void }>(
  'choose in the text',
  { offered: computed(() => false), open: () => {}, done: () => {} },
)

function take(single: boolean | undefined) {
  if (!words.span.value) return
  spans.value = single ? [words.span.value] : [...spans.value, words.span.value]
  words.clear()
  if (single) text.done()
}
</script>

<template>
  <div>
    <span class="text-[13px] text-quiet">{{ label }}</span>
    <ul v-if="spans.length" class="mt-0.5 flex flex-wrap gap-1">
      <li
        v-for="(span, i) in spans"
        :key="`${span.first}-${span.last}-${i}`"
        class="flex max-w-full items-center gap-1 rounded-small bg-ochre-pale py-0.5 pr-0.5 pl-2 text-[13px]"
      >
        <span class="truncate font-passage">{{ words.textOf(span.first, span.last) }}</span>
        <button
          class="rounded-small p-1 hover:bg-white/60"
          type="button"
          :aria-label="`Leave out ${words.textOf(span.first, span.last)}`"
          @click="spans = spans.filter((_, n) => n !== i)"
        >
          <X :size="13" aria-hidden="true" />
        </button>
      </li>
    </ul>
    <button
      v-if="!words.span.value && text.offered.value"
      class="mt-1 block text-[13px] font-semibold text-lake hover:underline"
      type="button"
      @click="text.open"
    >
      Choose words in the text
    </button>
    <button
      v-else
      class="mt-1 block text-[13px] font-semibold text-lake enabled:hover:underline disabled:text-quiet"
      type="button"
      :disabled="!words.span.value"
      @click="take(single)"
    >
      {{ words.span.value ? 'Take the chosen words' : 'Choose words on the page to add them' }}
    </button>
  </div>
</template>
