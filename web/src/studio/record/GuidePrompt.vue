<script setup lang="ts">
import { computed } from 'vue'
import { activityOf, useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'

/** The prompt of a pause point beside its line, to be read out; the guide lights its words. */
const props = defineProps<{
  point: Schemas['PausePoint']
  words: readonly Schemas['GuidedWord'][]
  printed: ReadonlyMap<string, string>
  lit: string
}>()
const catalogue = useCatalogue()
const name = computed(() => activityOf(catalogue, props.point.activity.kind).name)
</script>

<template>
  <section
    class="absolute right-6 left-6 overflow-hidden rounded-panel border-2 border-lake bg-white"
    aria-label="Pause point"
  >
    <h2 class="bg-lake px-4 py-1 font-bold text-white">{{ name }}</h2>
    <p class="px-4 py-3 font-passage text-[24px] leading-snug">
      <template v-for="word in words" :key="word.id"
        ><span
          class="rounded-small px-0.5"
          :class="word.id === lit ? 'bg-moss-pale shadow-[inset_0_-3px_0_var(--color-moss)]' : ''"
          >{{ printed.get(word.id) }}</span
        >{{ ' ' }}</template
      >
    </p>
  </section>
</template>
