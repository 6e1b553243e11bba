<script setup lang="ts">
import { useId } from 'vue'
import type { Schemas } from '@/api/client'
import FactorField from './fields/FactorField.vue'
import StretchField from './fields/StretchField.vue'

defineProps<{ limits: Record<string, Schemas['Limits']> }>()
const activity = defineModel<Schemas['SayTogether']>({ required: true })
const id = useId()
const often = (event: Event) =>
  (activity.value = { ...activity.value, times: Number((event.target as HTMLInputElement).value) })
</script>

<template>
  <div class="flex flex-col gap-2">
    <StretchField
      :model-value="activity.stretch"
      @update:model-value="(stretch) => (activity = { ...activity, stretch })"
    />
    <div class="flex flex-wrap items-center gap-2 text-[13px]">
      <label :for="id">How often</label>
      <input
        :id="id"
        class="field w-[64px]"
        type="number"
        :min="limits.times!.least"
        :max="limits.times!.most"
        :value="activity.times"
        @input="often"
      />
      <FactorField
        :model-value="activity.factor"
        :limits="limits.factor!"
        @update:model-value="(factor) => (activity = { ...activity, factor })"
      />
    </div>
  </div>
</template>
