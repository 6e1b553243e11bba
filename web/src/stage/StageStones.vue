<script setup lang="ts">
/** Stones, of which those that are used up are rings. */
defineProps<{
  stones: readonly { x: number; y: number }[]
  used: number
  radius: number
  colour: 'lake' | 'white'
}>()
</script>

<template>
  <template v-for="(stone, i) in stones" :key="i">
    <circle
      v-if="i < used"
      :cx="stone.x"
      :cy="stone.y"
      :r="radius - 1.5"
      fill="none"
      :stroke="`var(--color-${colour})`"
      stroke-width="3"
    />
    <circle v-else :cx="stone.x" :cy="stone.y" :r="radius" :fill="`var(--color-${colour})`" />
  </template>
</template>
