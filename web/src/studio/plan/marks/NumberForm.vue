<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ lesson: Schemas['Lesson'] }>()
const form = defineModel<Schemas['Number']>({ required: true })
/** The boxes of the charts that a number can stand for. */
const boxes = computed(() =>
  props.lesson.plan.organizers.flatMap((chart) =>
    chart.boxes.map((box, n) => ({
      value: `${chart.id}/${box.id}`,
      name: `${chart.title}: ${box.heading || `box ${n + 1}`}`,
    })),
  ),
)
const tie = computed(() => (form.value.chart ? `${form.value.chart}/${form.value.box}` : ''))
const value = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value

function tieTo(at: string) {
  const [chart = '', box = ''] = at.split('/')
  form.value = { ...form.value, chart, box }
}
</script>

<template>
  <div class="flex flex-col gap-2">
    <input
      class="field"
      aria-label="Number"
      placeholder="Number"
      :value="form.text"
      @change="form = { ...form, text: value($event) }"
    />
    <select
      v-if="boxes.length"
      class="field"
      aria-label="The box of a chart that it stands for"
      :value="tie"
      @change="tieTo(value($event))"
    >
      <option value="">stands for no box of a chart</option>
      <option v-for="box in boxes" :key="box.value" :value="box.value">{{ box.name }}</option>
    </select>
  </div>
</template>
