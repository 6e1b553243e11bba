<script setup lang="ts">
import { useId } from 'vue'
import type { Schemas } from '@/api/client'

/** How long students have for saying something, against what the teacher took. */
defineProps<{ limits: Schemas['Limits'] }>()
const factor = defineModel<number>({ required: true })
const id = useId()
</script>

<template>
  <label :for="id">Each turn as long as mine, times</label>
  <input
    :id="id"
    v-model.number="factor"
    class="field w-[72px]"
    type="number"
    :min="limits.least"
    :max="limits.most"
    step="0.1"
  />
</template>
