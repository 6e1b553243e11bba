<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { computed } from 'vue'
import type { Command, Schemas } from '@/api/client'

/** Quiet figures that help to choose and pace a passage; each explains itself. */
const props = defineProps<{
  facts: Schemas['Facts']
  wishes: readonly string[]
  send: (command: Command) => Promise<boolean>
}>()
const wished = computed(() => new Set(props.wishes))
</script>

<template>
  <section
    class="flex flex-wrap items-center gap-y-1 border-t border-hairline pt-2 text-[13px]"
    aria-label="Facts about the passage"
  >
    <Popover v-for="fact in facts.facts" :key="fact.name" v-slot="{ open }" class="fact relative">
      <PopoverButton
        class="min-h-[24px] rounded-small px-1.5 py-0.5 hover:bg-white"
        :class="open ? 'bg-white' : ''"
        :aria-describedby="`fact-${fact.name}`"
      >
        <b>{{ fact.value }}</b> <span class="text-quiet">{{ fact.name }}</span>
      </PopoverButton>
      <span :id="`fact-${fact.name}`" role="tooltip" class="tip panel">{{ fact.meaning }}</span>
    </Popover>
    <Popover class="relative ml-auto">
      <PopoverButton class="min-h-[24px] rounded-small px-2 py-0.5 text-lake underline">
        Hardest words ({{ facts.hardest.length }})
      </PopoverButton>
      <PopoverPanel class="panel absolute bottom-full right-0 z-10 mb-2 w-[380px] p-4">
        <h3 class="font-bold">The hardest words, by syllables and rarity</h3>
        <ul class="mt-2 space-y-1">
          <li v-for="word in facts.hardest" :key="word.word" class="flex items-center gap-2">
            <span class="min-w-0 flex-1 truncate font-semibold">{{ word.text }}</span>
            <span class="text-quiet"
              >{{ word.syllables }} syllables{{ word.times > 1 ? `, ${word.times} times` : '' }}</span
            >
            <button
              class="button min-h-[28px]! px-2! text-[13px]"
              type="button"
              :aria-pressed="wished.has(word.text)"
              @click="send({ kind: 'wish card', word: word.text, wanted: !wished.has(word.text) })"
            >
              {{ wished.has(word.text) ? 'Card wished ✓' : 'Make a word card' }}
            </button>
          </li>
        </ul>
        <p v-if="facts.hard_to_align.length" class="mt-3 text-quiet">
          In no dictionary, so their sound is guessed: {{ facts.hard_to_align.slice(0, 12).join(' ') }}. Say
          under “How words sound” how they are said.
        </p>
      </PopoverPanel>
    </Popover>
  </section>
</template>

<style scoped>
.tip {
  position: absolute;
  bottom: calc(100% + 6px);
  left: 0;
  z-index: 10;
  width: 240px;
  padding: 8px 12px;
  visibility: hidden;
}
@media (width < 900px) {
  .tip {
    position: fixed;
    right: 12px;
    bottom: 12px;
    left: 12px;
    width: auto;
  }
}
.fact:hover .tip,
.fact:focus-within .tip {
  visibility: visible;
}
</style>
