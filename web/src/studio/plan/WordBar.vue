<script setup lang="ts">
import { Lightbulb, Pencil } from '@lucide/vue'
import type { Schemas } from '@/api/client'
import { deep } from '@/parts/colours'
import type { MarkForm } from './kinds'

/** Under the page: pages, pen, suggestions and legend; with words chosen, what can be made of them. */
defineProps<{
  /** The chosen words as printed; empty when there are none. */
  chosen: string
  legend: readonly Schemas['Meaning'][]
  forms: readonly MarkForm[]
  number: number
  count: number
  /** An arrow waits for the word it points at. */
  pointing: boolean
}>()
const emit = defineEmits<{
  turn: [to: number]
  pause: []
  card: []
  mark: [form: MarkForm]
  legend: []
  clear: []
}>()
const meaning = defineModel<string>('meaning', { required: true })
const drawing = defineModel<boolean>('drawing', { required: true })
const suggesting = defineModel<boolean>('suggesting', { required: true })
</script>

<template>
  <section class="panel mt-3 flex min-h-[68px] items-center gap-2 px-4 py-1" aria-label="The chosen words">
    <template v-if="pointing">
      <span>Now choose the word that the arrow points at.</span>
      <button class="button ml-auto" type="button" @click="emit('clear')"><kbd class="key">Esc</kbd></button>
    </template>
    <template v-else-if="!chosen">
      <button class="button" type="button" :disabled="number <= 0" @click="emit('turn', number - 1)">
        Page before
      </button>
      <span class="whitespace-nowrap">Page {{ number + 1 }} of {{ count }}</span>
      <button class="button" type="button" :disabled="number >= count - 1" @click="emit('turn', number + 1)">
        Next page
      </button>
      <button
        class="button"
        :class="{ 'button-main': drawing }"
        type="button"
        :aria-pressed="drawing"
        title="Draw on the page; what you draw becomes a mark (I)"
        @click="drawing = !drawing"
      >
        <Pencil :size="15" aria-hidden="true" /> Draw
      </button>
      <button
        class="button"
        type="button"
        :aria-pressed="suggesting"
        title="What the text offers to mark, teach and stop at (E)"
        @click="suggesting = !suggesting"
      >
        <Lightbulb :size="15" aria-hidden="true" /> Suggestions
      </button>
      <span class="ml-2 flex min-w-0 flex-wrap gap-x-1 text-[13px]" role="group" aria-label="Legend">
        <button
          v-for="(one, n) in legend"
          :key="one.id"
          class="inline-flex items-center gap-1.5 rounded-small px-1.5 py-0.5 hover:bg-mist"
          :class="{ 'bg-lake-pale': one.id === meaning }"
          type="button"
          :aria-pressed="one.id === meaning"
          :title="`Mark with “${one.name}” (${n + 1})`"
          @click="meaning = one.id"
        >
          <span
            class="w-5 border-b-4"
            :style="{ borderColor: `var(--color-${one.colour})`, borderStyle: one.line }"
            aria-hidden="true"
          />
          <strong :style="{ color: `var(--color-${deep(one.colour)})` }">{{ one.letter }}</strong>
          {{ one.name }}
        </button>
        <button class="px-1.5 font-semibold text-lake hover:underline" type="button" @click="emit('legend')">
          Change
        </button>
      </span>
    </template>
    <template v-else>
      <span class="max-w-[120px] truncate font-passage text-[16px]">“{{ chosen }}”</span>
      <button class="button button-main" type="button" @click="emit('pause')">
        Pause after this <kbd class="key text-ink">P</kbd>
      </button>
      <button class="button" type="button" @click="emit('card')">Word card <kbd class="key">G</kbd></button>
      <span class="flex flex-1 flex-wrap items-center gap-1 border-l border-hairline pl-2 text-[13px]">
        <button
          v-for="form in forms.filter((one) => one.key)"
          :key="form.kind"
          class="rounded-small border border-hairline bg-white px-1 hover:border-moss"
          type="button"
          @click="emit('mark', form)"
        >
          {{ form.name }} <kbd class="text-[11px] text-quiet">{{ form.key.toUpperCase() }}</kbd>
        </button>
        <label class="ml-1 flex items-center gap-1 text-quiet">
          as
          <select
            v-model="meaning"
            aria-label="Meaning to mark with"
            class="rounded-small border border-hairline bg-white px-1 text-ink"
          >
            <option v-for="one in legend" :key="one.id" :value="one.id">
              {{ one.letter }} · {{ one.name }}
            </option>
          </select>
        </label>
      </span>
      <button class="button" type="button" title="Choose nothing" @click="emit('clear')">
        <kbd class="key">Esc</kbd>
      </button>
    </template>
  </section>
</template>
