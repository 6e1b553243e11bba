<script setup lang="ts">
import { Pencil } from '@lucide/vue'
import { computed } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'
import { deep } from '@/parts/colours'
import type { MarkForm } from '../plan/kinds'

/** New marks while talking: with the pen, or on words that are chosen on the page. */
defineProps<{ legend: readonly Schemas['Meaning'][]; chosen: string; waits: boolean }>()
defineEmits<{ mark: [form: MarkForm] }>()
const drawing = defineModel<boolean>('drawing', { required: true })
const meaning = defineModel<string>('meaning', { required: true })
const { forms } = useCatalogue()
const keyed = computed(() => forms.filter((one) => one.key))
</script>

<template>
  <section aria-label="A new mark" class="flex flex-col gap-1.5">
    <div class="flex flex-wrap items-center gap-1">
      <button
        class="button min-h-[36px] px-3 text-[14px]"
        :class="{ 'button-main': drawing }"
        type="button"
        :aria-pressed="drawing"
        @click="drawing = !drawing"
      >
        <Pencil :size="15" aria-hidden="true" /> Pen <kbd class="key text-ink">I</kbd>
      </button>
      <span role="radiogroup" aria-label="Meaning of a new mark" class="flex flex-wrap gap-1">
        <button
          v-for="one in legend"
          :key="one.id"
          class="flex h-8 w-8 items-center justify-center rounded-small border-2 text-[13px] font-bold text-white"
          :class="one.id === meaning ? 'border-ink' : 'border-transparent'"
          :style="{ background: `var(--color-${deep(one.colour)})` }"
          type="button"
          role="radio"
          :aria-checked="one.id === meaning"
          :aria-label="one.name"
          :title="one.name"
          @click="meaning = one.id"
        >
          {{ one.letter }}
        </button>
      </span>
    </div>
    <p v-if="waits" class="text-[13px]">Now choose the word that the arrow points at.</p>
    <p v-else-if="!chosen" class="text-[13px] text-quiet">
      {{ drawing ? 'Draw on the page.' : 'Or choose words on the page, then a kind of mark.' }}
    </p>
    <template v-else>
      <p class="truncate text-[14px]">“{{ chosen }}”</p>
      <div class="flex flex-wrap gap-1">
        <button
          v-for="form in keyed"
          :key="form.kind"
          class="button min-h-[30px] px-2 text-[13px]"
          type="button"
          @click="$emit('mark', form)"
        >
          {{ form.name }} <kbd class="key">{{ form.key.toUpperCase() }}</kbd>
        </button>
      </div>
    </template>
  </section>
</template>
