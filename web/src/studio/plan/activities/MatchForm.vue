<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ limits: Record<string, Schemas['Limits']> }>()
const limits = computed(() => props.limits.pairs!)
const activity = defineModel<Schemas['Match']>({ required: true })

function write(n: number, side: 'left' | 'right', event: Event) {
  const text = (event.target as HTMLInputElement).value
  const pairs = activity.value.pairs.map((pair, i) => (i === n ? { ...pair, [side]: text } : pair))
  activity.value = { ...activity.value, pairs }
}
const add = () =>
  (activity.value = { ...activity.value, pairs: [...activity.value.pairs, { left: '', right: '' }] })
</script>

<template>
  <fieldset class="flex flex-col gap-1">
    <legend class="text-[13px] text-quiet">What belongs together</legend>
    <div v-for="(pair, n) in activity.pairs" :key="n" class="flex gap-1">
      <input
        v-for="side in ['left', 'right'] as const"
        :key="side"
        class="field min-w-0 flex-1"
        :aria-label="`Pair ${n + 1}, ${side}`"
        :value="pair[side]"
        @input="write(n, side, $event)"
      />
    </div>
    <button v-if="activity.pairs.length < limits.most" class="button self-start" type="button" @click="add">
      <Plus :size="15" aria-hidden="true" /> One more pair
    </button>
  </fieldset>
</template>
