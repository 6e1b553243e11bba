<script setup lang="ts">
import type { Schemas } from '@/api/client'
import FactorField from './fields/FactorField.vue'
import StretchField from './fields/StretchField.vue'

defineProps<{ limits: Record<string, Schemas['Limits']> }>()
const activity = defineModel<Schemas['SayBack']>({ required: true })
</script>

<template>
  <div class="flex flex-col gap-2">
    <StretchField
      :model-value="activity.stretch"
      @update:model-value="(stretch) => (activity = { ...activity, stretch })"
    />
    <div class="flex flex-wrap items-center gap-2 text-[13px]">
      <FactorField
        :model-value="activity.factor"
        :limits="limits.factor!"
        @update:model-value="(factor) => (activity = { ...activity, factor })"
      />
    </div>
  </div>
</template>
