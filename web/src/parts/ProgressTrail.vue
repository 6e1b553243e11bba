<script setup lang="ts">
import { computed } from 'vue'

const props = defineProps<{ share: number; label: string }>()
const STONES = 24
const walked = computed(() => Math.round(props.share * STONES))
const stones = Array.from({ length: STONES }, (_, i) => ({ x: 8 + i * 14, y: 14 + 6 * Math.sin(i / 2.6) }))
</script>

<template>
  <div
    role="progressbar"
    :aria-valuenow="Math.round(share * 100)"
    aria-valuemin="0"
    aria-valuemax="100"
    :aria-label="label"
  >
    <svg viewBox="0 0 340 28" class="block w-full max-w-[340px]" aria-hidden="true">
      <circle
        v-for="(stone, i) in stones"
        :key="i"
        :cx="stone.x"
        :cy="stone.y"
        :r="i < walked ? 4.2 : 3"
        :fill="i < walked ? 'var(--color-moss)' : 'var(--color-hairline)'"
      />
    </svg>
  </div>
</template>
