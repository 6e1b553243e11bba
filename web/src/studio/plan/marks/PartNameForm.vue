<script setup lang="ts">
import type { Schemas } from '@/api/client'
import WordsField from './WordsField.vue'

const form = defineModel<Schemas['PartName']>({ required: true })
</script>

<template>
  <WordsField
    label="Name of the part"
    :model-value="form.text"
    @update:model-value="(text) => (form = { ...form, text })"
  />
</template>
