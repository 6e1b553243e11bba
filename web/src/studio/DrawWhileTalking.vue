<script setup lang="ts">
import { Check } from '@lucide/vue'
import { useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'
import { deep } from '@/parts/colours'
import { markName } from './plan/kinds'

/** The marks that are planned for the talk on this page: each is drawn at the moment at which it is pressed. */
defineProps<{
  marks: readonly Schemas['Mark'][]
  legend: readonly Schemas['Meaning'][]
  drawn: ReadonlySet<string>
  next: string
  printed: ReadonlyMap<string, string>
}>()
defineEmits<{ press: [mark: string] }>()
const { forms } = useCatalogue()
</script>

<template>
  <section aria-label="Draw while you talk">
    <h2 class="mb-1 font-bold">Draw while you talk</h2>
    <ul class="flex flex-col gap-1">
      <li v-for="mark in marks" :key="mark.id">
        <button
          class="flex min-h-[40px] w-full items-center gap-2 rounded-panel border bg-white px-2 text-left text-[14px]"
          :class="[
            drawn.has(mark.id) ? 'text-quiet' : '',
            next === mark.id ? 'border-moss' : 'border-hairline hover:border-moss',
          ]"
          type="button"
          :aria-pressed="drawn.has(mark.id)"
          :title="drawn.has(mark.id) ? 'Take it back' : 'Draw it now'"
          @click="$emit('press', mark.id)"
        >
          <span
            class="flex h-6 w-6 shrink-0 items-center justify-center rounded-small text-[12px] font-bold text-white"
            :style="{
              background: `var(--color-${deep(legend.find((one) => one.id === mark.meaning)?.colour ?? 'lake')})`,
            }"
          >
            <Check v-if="drawn.has(mark.id)" :size="15" aria-hidden="true" />
            <template v-else>{{ legend.find((one) => one.id === mark.meaning)?.letter }}</template>
          </span>
          <span class="min-w-0 flex-1 truncate">{{ markName(forms, mark, printed) }}</span>
          <kbd v-if="next === mark.id" class="key">M</kbd>
        </button>
      </li>
    </ul>
  </section>
</template>
