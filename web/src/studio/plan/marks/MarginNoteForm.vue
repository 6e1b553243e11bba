<script setup lang="ts">
import type { Schemas } from '@/api/client'

const form = defineModel<Schemas['MarginNote']>({ required: true })
const write = (event: Event) =>
  (form.value = { ...form.value, text: (event.target as HTMLInputElement).value })
</script>

<template>
  <input
    class="field"
    aria-label="Note in the margin"
    placeholder="Note in the margin"
    :value="form.text"
    @change="write"
  />
</template>
