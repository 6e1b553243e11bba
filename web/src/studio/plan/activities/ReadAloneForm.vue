<script setup lang="ts">
import type { Schemas } from '@/api/client'
import StretchField from './fields/StretchField.vue'

const activity = defineModel<Schemas['ReadAlone']>({ required: true })
</script>

<template>
  <StretchField
    :model-value="activity.stretch"
    @update:model-value="(stretch) => (activity = { ...activity, stretch })"
  />
</template>
