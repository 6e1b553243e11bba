<script setup lang="ts">
import type { Schemas } from '@/api/client'
import WordsField from './WordsField.vue'

const form = defineModel<Schemas['MarginNote']>({ required: true })
</script>

<template>
  <WordsField
    label="Note in the margin"
    :model-value="form.text"
    @update:model-value="(text) => (form = { ...form, text })"
  />
</template>
