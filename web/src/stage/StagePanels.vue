<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** Grounds behind text: fact boxes, boxes of charts, what is lit beside a question. */
defineProps<{ panels: readonly Schemas['Panel'][] }>()
</script>

<template>
  <rect
    v-for="(panel, i) in panels"
    :key="i"
    :x="panel.x"
    :y="panel.y"
    :width="panel.width"
    :height="panel.height"
    rx="14"
    :fill="`var(--color-${panel.fill ?? 'mist'})`"
    :stroke="panel.edge ? `var(--color-${panel.edge})` : undefined"
    stroke-width="3"
  />
</template>
