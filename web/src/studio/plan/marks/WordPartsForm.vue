<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** Where the parts of a word meet; `printed` is the word as printed. */
const props = defineProps<{ printed: string; oneWord: boolean }>()
const form = defineModel<Schemas['WordParts']>({ required: true })
const letters = computed(() => [...props.printed])
const cuts = computed(() => new Set(form.value.cuts))

function cut(at: number) {
  const next = new Set(cuts.value)
  if (!next.delete(at)) next.add(at)
  form.value = { ...form.value, cuts: [...next].sort((a, b) => a - b) }
}
</script>

<template>
  <div
    v-if="oneWord"
    aria-label="Where the parts meet"
    role="group"
    class="flex items-center font-passage text-[18px]"
  >
    <template v-for="(letter, n) in letters" :key="n">
      <button
        v-if="n"
        class="h-7 w-3 rounded-small text-center leading-none hover:bg-lake-pale"
        type="button"
        :aria-pressed="cuts.has(n)"
        :aria-label="`A part begins with the ${letter}`"
        @click="cut(n)"
      >
        {{ cuts.has(n) ? '·' : '' }}
      </button>
      <span>{{ letter }}</span>
    </template>
  </div>
</template>
