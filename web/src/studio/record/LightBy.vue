<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { computed } from 'vue'
import { LIGHT_BY, type LightBy } from './light'

/** Who sets the light: switchable at any time, also while recording. */
const props = defineProps<{
  /** Whether the stage runs: a take or a rehearsal. */
  running: boolean
  /** Whether her voice is heard to read just now. */
  reading: boolean
  /** Why her voice cannot be followed. */
  trouble: string
  /** The word that is lit, as printed. */
  word: string
}>()
defineEmits<{ step: [] }>()
const by = defineModel<LightBy>({ required: true })

const says = computed(() => {
  if (by.value === 'guide') return 'It goes at your pace, and waits at stops. ↑ ↓ quicker and slower.'
  if (by.value === 'hand') return 'Each press lights the next word.'
  if (by.value === 'nobody') return 'No word is lit while you record. The film lights them all the same.'
  if (!props.running) return 'It goes along with your voice. Talk freely: it waits where you left the text.'
  if (props.reading) return 'It goes along with your voice.'
  return props.word
    ? `Talk freely: it waits at “${props.word}”.`
    : 'Talk freely: it comes when you begin to read.'
})
</script>

<template>
  <RadioGroup v-model="by">
    <RadioGroupLabel class="label">Who sets the light</RadioGroupLabel>
    <div class="grid grid-cols-4 overflow-hidden rounded-panel border border-hairline bg-white">
      <RadioGroupOption
        v-for="one in LIGHT_BY"
        :key="one.value"
        v-slot="{ checked, active }"
        :value="one.value"
        as="template"
      >
        <button
          type="button"
          class="min-h-[36px] px-1 text-[13px] font-semibold"
          :class="[
            checked ? 'bg-moss text-white' : 'hover:bg-moss-pale',
            active ? 'outline-2 -outline-offset-2 outline-lake' : '',
          ]"
        >
          {{ one.name }}
        </button>
      </RadioGroupOption>
    </div>
    <p class="mt-1 text-[13px]" :class="trouble ? 'text-signal' : 'text-quiet'" aria-live="polite">
      {{ trouble || says }}
    </p>
    <button
      v-if="by === 'hand' && running"
      class="button mt-2 min-h-[52px] w-full"
      type="button"
      @click="$emit('step')"
    >
      Light the next word <kbd class="key">Enter</kbd>
    </button>
  </RadioGroup>
</template>
