<script setup lang="ts">
import { useCatalogue } from '@/api/catalogue'

/** The pace that is planned: words a minute, what it is to children of a grade, and how it looks. */
defineProps<{
  minutes: number
  /** The pace beside the norm of the grade, in a sentence. */
  norm: string
  busy: boolean
  /** Whether there are cards and questions that the guide can lead through. */
  hasMore: boolean
  /** Whether the first sentence is lit at this pace just now. */
  shown: boolean
}>()
defineEmits<{ keep: []; show: [] }>()
const rate = defineModel<number>('rate', { required: true })
const grade = defineModel<number>('grade', { required: true })
const whole = defineModel<boolean>('whole', { required: true })
const grades = useCatalogue().grades
</script>

<template>
  <section aria-label="Pace">
    <div class="flex items-baseline justify-between gap-2">
      <label class="label" for="rate">Pace: {{ rate }} words a minute</label>
      <button
        class="min-h-[24px] min-w-[24px] text-[13px] font-semibold text-moss underline"
        type="button"
        @click="$emit('show')"
      >
        {{ shown ? 'Stop' : 'See it' }}
      </button>
    </div>
    <input
      id="rate"
      v-model.number="rate"
      class="h-6 w-full"
      type="range"
      min="30"
      max="200"
      step="5"
      :disabled="busy"
      @change="$emit('keep')"
    />
    <p class="text-[13px] text-quiet">{{ minutes.toFixed(1) }} min to the end, rests at stops included.</p>
    <div class="mt-1 text-[13px] text-quiet">
      <label class="flex items-center gap-2"
        >For grade
        <select v-model.number="grade" class="rounded-small border border-hairline bg-white px-1 py-0.5">
          <option :value="0">–</option>
          <option v-for="one in grades" :key="one" :value="one">{{ one }}</option>
        </select></label
      >
      <p v-if="norm" class="mt-1">{{ norm }}</p>
    </div>
    <label v-if="hasMore" class="mt-1 flex min-h-[24px] items-center gap-2 text-[14px]"
      ><input v-model="whole" class="h-4 w-4 accent-moss" type="checkbox" :disabled="busy" /> With the cards
      and questions</label
    >
  </section>
</template>
