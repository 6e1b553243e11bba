<script setup lang="ts">
import { computed } from 'vue'
import { drawnPoints, type LaidStroke } from './shapes'

/** Lines and areas at the places that the core gave them, as far as they are drawn. */
const props = withDefaults(defineProps<{ strokes: readonly LaidStroke[]; progress?: number }>(), {
  progress: 1,
})
const drawn = computed(() =>
  props.strokes.flatMap((stroke) => {
    const points = drawnPoints(stroke, props.progress)
    return points ? [{ stroke, points }] : []
  }),
)
</script>

<template>
  <template v-for="({ stroke, points }, i) in drawn" :key="i">
    <polygon v-if="stroke.fill" :points="points" :fill="`var(--color-${stroke.colour})`" />
    <polyline
      v-else
      :points="points"
      fill="none"
      :stroke="`var(--color-${stroke.colour})`"
      :stroke-width="stroke.width"
      :stroke-dasharray="stroke.dashes?.length ? stroke.dashes.join(' ') : undefined"
      stroke-linejoin="round"
    />
  </template>
</template>
