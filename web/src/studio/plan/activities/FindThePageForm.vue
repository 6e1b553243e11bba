<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ lesson: Schemas['Lesson'] }>()
const activity = defineModel<Schemas['FindPage']>({ required: true })
const pages = computed(() =>
  props.lesson.passages.flatMap((passage) =>
    passage.pages.map((page, n) => ({
      id: page.id,
      name: page.label ? `p. ${page.label}` : `page ${n + 1}`,
    })),
  ),
)
const turn = (event: Event) =>
  (activity.value = { ...activity.value, turn_to: (event.target as HTMLSelectElement).value })
</script>

<template>
  <select class="field" aria-label="Page to find" :value="activity.turn_to" @change="turn">
    <option value="" disabled>Which page?</option>
    <option v-for="page in pages" :key="page.id" :value="page.id">{{ page.name }}</option>
  </select>
</template>
