<script setup lang="ts">
import { useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'

const form = defineModel<Schemas['SymbolSign']>({ required: true })
const { symbols } = useCatalogue()
const choose = (event: Event) =>
  (form.value = {
    ...form.value,
    symbol: (event.target as HTMLSelectElement).value as Schemas['SymbolSign']['symbol'],
  })
</script>

<template>
  <select class="field" aria-label="Symbol" :value="form.symbol" @change="choose">
    <option v-for="symbol in symbols" :key="symbol" :value="symbol">{{ symbol }}</option>
  </select>
</template>
