<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import SpanField from '../../SpanField.vue'

/** From where to where something is read or said. */
const stretch = defineModel<Schemas['Span'] | null>({ required: true })
const spans = computed({
  get: () => (stretch.value ? [stretch.value] : []),
  set: (chosen) => (stretch.value = chosen[0] ?? null),
})
</script>

<template>
  <SpanField v-model="spans" single label="From where to where" />
</template>
