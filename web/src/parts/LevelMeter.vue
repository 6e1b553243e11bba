<script setup lang="ts">
defineProps<{ level: number; clipped: boolean }>()
const BARS = 30
const height = (i: number) => 6 + 12 * Math.abs(Math.sin(i * 0.9)) * (0.5 + i / BARS / 2)
</script>

<template>
  <div
    role="meter"
    aria-label="Microphone level"
    aria-valuemin="0"
    aria-valuemax="100"
    :aria-valuenow="Math.round(level * 100)"
    class="flex h-6 min-w-0 items-end gap-[3px]"
  >
    <span
      v-for="i in BARS"
      :key="i"
      class="w-[4px] rounded-small"
      :style="{
        height: `${height(i)}px`,
        background:
          i / BARS <= level
            ? clipped && i > BARS - 4
              ? 'var(--color-signal)'
              : 'var(--color-moss)'
            : 'var(--color-hairline)',
      }"
    />
  </div>
</template>
