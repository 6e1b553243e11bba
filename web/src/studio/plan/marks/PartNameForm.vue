<script setup lang="ts">
import type { Schemas } from '@/api/client'

const form = defineModel<Schemas['PartName']>({ required: true })
const write = (event: Event) =>
  (form.value = { ...form.value, text: (event.target as HTMLInputElement).value })
</script>

<template>
  <input
    class="field"
    aria-label="Name of the part"
    placeholder="Name of the part"
    :value="form.text"
    @change="write"
  />
</template>
