<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'
import { useDraft } from '@/parts/draft'
import SpanField from './SpanField.vue'

/** Milliseconds in which the stage is laid out anew after a change. */
const STAGE_FOLLOWS = 800

/** A chart's boxes: heading, question, what is filled in, when. Kept when a field is left. */
const props = defineProps<{
  chart: Schemas['Organizer']
  lesson: Schemas['Lesson']
  id: string
  /** Whether there is a page on which it stands beside the text. */
  beside: boolean
  send: (chart: Schemas['Organizer']) => Promise<boolean>
}>()
const emit = defineEmits<{
  grid: [columns: number, rows: number]
  remove: []
}>()
const { draft, keep } = useDraft(
  () => props.chart,
  (chart) => props.send(chart),
)
const catalogue = useCatalogue()
/** It wants the text beside it and has not: said once the stage has had time to follow. */
const tooMuch = refDebounced(
  computed(() => props.chart.beside_text && draft.value.beside_text && !props.beside),
  STAGE_FOLLOWS,
)
const numberOf = (event: Event) => Number((event.target as HTMLInputElement).value)
function quote(box: Schemas['Box'], spans: Schemas['Span'][]) {
  box.quote = spans[0] ?? null
  void keep()
}
</script>

<template>
  <form class="flex flex-col gap-3" @submit.prevent="keep" @change="keep">
    <input v-model="draft.title" class="field font-bold" aria-label="Title of the chart" />
    <label class="flex items-center gap-2">
      <input v-model="draft.at_hand" class="h-4 w-4 accent-moss" type="checkbox" /> At hand for students all
      the time
    </label>
    <label class="flex items-center gap-2">
      <input v-model="draft.beside_text" class="h-4 w-4 accent-moss" type="checkbox" /> The text stays beside
      it
    </label>
    <p v-if="tooMuch" class="text-[13px] text-quiet">
      Beside the text there is room for {{ catalogue.boxes_beside_text }} boxes, and for what can be read
      there. This chart has more in it, so it has the stage to itself. Shorter texts bring it back.
    </p>
    <div class="flex items-center gap-2 text-[13px]">
      <label class="flex items-center gap-1">
        Columns
        <input
          class="field w-[60px]"
          type="number"
          min="1"
          max="6"
          :value="draft.columns"
          @change.stop="emit('grid', numberOf($event), draft.rows)"
        />
      </label>
      <label class="flex items-center gap-1">
        Rows
        <input
          class="field w-[60px]"
          type="number"
          min="1"
          max="8"
          :value="draft.rows"
          @change.stop="emit('grid', draft.columns, numberOf($event))"
        />
      </label>
      <a
        class="ml-auto font-semibold text-lake hover:underline"
        :href="`/api/lessons/${id}/charts/${chart.id}.pdf`"
        target="_blank"
        >Print it empty</a
      >
    </div>
    <fieldset
      v-for="(box, n) in draft.boxes"
      :key="box.id"
      class="flex flex-col gap-1 rounded-small border border-hairline p-2"
    >
      <legend class="px-1 text-[13px] text-quiet">Box {{ n + 1 }}</legend>
      <input
        v-model="box.heading"
        class="field font-semibold"
        :aria-label="`Heading of box ${n + 1}`"
        placeholder="Heading"
      />
      <input
        v-model="box.ask"
        class="field"
        :aria-label="`Question of box ${n + 1}`"
        placeholder="Question for students"
      />
      <textarea
        v-model="box.text"
        class="field resize-none"
        rows="2"
        :aria-label="`What is filled into box ${n + 1}`"
        placeholder="What you fill in; a new line comes as a step of its own"
      />
      <SpanField
        single
        label="Words of the text"
        :model-value="box.quote ? [box.quote] : []"
        @update:model-value="quote(box, $event)"
      />
      <select v-model="box.pause" class="field" :aria-label="`When box ${n + 1} is filled in`">
        <option value="">filled in from the start</option>
        <option v-for="point in lesson.pause_points" :key="point.id" :value="point.id">
          at “{{ point.question }}”
        </option>
      </select>
    </fieldset>
    <button
      class="self-start text-[13px] font-semibold text-quiet hover:underline"
      type="button"
      @click="emit('remove')"
    >
      Remove the chart
    </button>
  </form>
</template>
