<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ limits: Record<string, Schemas['Limits']> }>()
const limits = computed(() => props.limits.items!)
const activity = defineModel<Schemas['PutInOrder']>({ required: true })

function write(n: number, event: Event) {
  const items = [...activity.value.items]
  items[n] = (event.target as HTMLInputElement).value
  activity.value = { ...activity.value, items }
}
const add = () => (activity.value = { ...activity.value, items: [...activity.value.items, ''] })
</script>

<template>
  <fieldset class="flex flex-col gap-1">
    <legend class="text-[13px] text-quiet">Things in their right order; students get them mixed</legend>
    <input
      v-for="(item, n) in activity.items"
      :key="n"
      class="field"
      :aria-label="`Number ${n + 1}`"
      :placeholder="`${n + 1}.`"
      :value="item"
      @input="write(n, $event)"
    />
    <button v-if="activity.items.length < limits.most" class="button self-start" type="button" @click="add">
      <Plus :size="15" aria-hidden="true" /> One more
    </button>
  </fieldset>
</template>
