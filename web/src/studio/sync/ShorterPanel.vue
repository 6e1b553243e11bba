<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import type { Cut, CutOffer } from './shorter'

/** What makes the take shorter: silences, tries that were broken off, other sounds; each said before it is done. */
const props = defineProps<{
  offers: readonly CutOffer[]
  /** What is saved by each kind of cut. */
  savings: readonly Schemas['Saving'][]
  /** Seconds that are left of each silence. */
  left: number
  /** How many stretches are cut. */
  cuts: number
  /** Whether what could be cut is gone through in the rows. */
  shown: boolean
}>()
defineEmits<{ cut: [cuts: Cut[]]; show: []; back: [] }>()
const longest = defineModel<number>('longest', { required: true })
const length = defineModel<number>('length', { required: true })

const of = (kind: Cut['kind']) => props.offers.flatMap((one) => (one.cut.kind === kind ? [one.cut] : []))
const silences = computed(() => of('silence'))
const twice = computed(() => of('begun twice'))
const sounds = computed(() => of('sound'))
const saves = (kind: Cut['kind']) => {
  const seconds = props.savings.find((one) => one.kind === kind)?.seconds ?? 0
  return seconds < 10 ? `${seconds.toFixed(1)} s` : `${Math.round(seconds)} s`
}
const many = (cuts: readonly Cut[], one: string, more: string) =>
  cuts.length === 1 ? one : `${cuts.length} ${more}`
</script>

<template>
  <section class="panel p-3" aria-label="Make it shorter">
    <h2 class="font-bold">Silences</h2>
    <p class="text-[13px] text-quiet" aria-live="polite">
      <template v-if="silences.length"
        >{{ silences.length }} {{ silences.length === 1 ? 'is' : 'are' }} longer than
        {{ longest.toFixed(1) }} s. Made {{ left.toFixed(1) }} s, the lesson is
        <strong class="text-ink">{{ saves('silence') }} shorter</strong>. Breaths stay; think time is not
        touched.</template
      >
      <template v-else>None is longer than {{ longest.toFixed(1) }} s, but those for thinking.</template>
    </p>
    <label class="mt-1 block text-[13px]"
      >Long from {{ longest.toFixed(1) }} s on
      <input v-model.number="longest" class="h-6 w-full" type="range" min="0.6" max="5" step="0.1" />
    </label>
    <label class="block text-[13px]"
      >Left of each: {{ left.toFixed(1) }} s
      <input v-model.number="length" class="h-6 w-full" type="range" min="0.2" max="2" step="0.1" />
    </label>
    <div v-if="offers.length" class="mt-1 flex flex-wrap gap-2">
      <button
        v-if="silences.length"
        class="button button-main min-h-[34px] text-[14px]"
        type="button"
        @click="$emit('cut', silences)"
      >
        Tighten {{ silences.length }}
      </button>
      <button
        class="button min-h-[34px] text-[14px]"
        type="button"
        :aria-pressed="shown"
        @click="$emit('show')"
      >
        {{ shown ? 'Hide them' : 'Go through them' }}
      </button>
    </div>
    <p v-if="twice.length" class="mt-2 flex items-center gap-2 text-[13px]">
      <span class="min-w-0 flex-1"
        >{{ many(twice, 'A sentence was begun twice', 'sentences were begun twice') }}.</span
      >
      <button class="button min-h-[28px] px-2 text-[13px]" type="button" @click="$emit('cut', twice)">
        Cut {{ saves('begun twice') }}
      </button>
    </p>
    <p v-if="sounds.length" class="mt-2 flex items-center gap-2 text-[13px]">
      <span class="min-w-0 flex-1"
        >{{ many(sounds, 'A sound', 'sounds') }} between the words: a cough, a phone?</span
      >
      <button class="button min-h-[28px] px-2 text-[13px]" type="button" @click="$emit('cut', sounds)">
        Cut {{ saves('sound') }}
      </button>
    </p>
    <p v-if="cuts" class="mt-2 text-[13px] text-quiet">
      {{ cuts === 1 ? 'One stretch is' : `${cuts} stretches are` }} cut.
      <button
        class="min-h-[24px] font-semibold text-lake hover:underline"
        type="button"
        @click="$emit('back')"
      >
        Put {{ cuts === 1 ? 'it' : 'all' }} back
      </button>
    </p>
  </section>
</template>
