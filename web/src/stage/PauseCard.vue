<script setup lang="ts">
import { computed } from 'vue'
import StageText from './StageText.vue'
import { footpathOf, stonesUsed, type LaidCard, type Look } from './shapes'

const props = defineProps<{ card: LaidCard; waited: number; look: Look }>()
const body = computed(() => props.card.y + props.card.header)
const used = computed(() => stonesUsed(props.card, props.waited))
const radius = computed(() => props.look.stone!)
const tip = computed(() => {
  const { x, y, header, tip } = props.card
  return `M ${x + 14} ${y} L ${x} ${y} L ${x - tip} ${y + header / 2} L ${x} ${y + header} L ${x + 14} ${y + header} Z`
})
</script>

<template>
  <g data-card>
    <path
      :d="footpathOf(card.footpath)"
      fill="none"
      stroke="var(--color-lake)"
      stroke-width="4"
      stroke-dasharray="0.01 11"
      stroke-linecap="round"
    />
    <rect
      :x="card.x"
      :y="card.y"
      :width="card.width"
      :height="card.height"
      rx="14"
      fill="var(--color-lake)"
    />
    <rect
      :x="card.x + 2"
      :y="body"
      :width="card.width - 4"
      :height="card.height - card.header - 2"
      rx="12"
      fill="var(--color-white)"
    />
    <rect :x="card.x + 2" :y="body" :width="card.width - 4" height="14" fill="var(--color-white)" />
    <path :d="tip" fill="var(--color-lake)" />
    <StageText :pieces="card.pieces" />
    <template v-for="(stone, i) in card.stones" :key="`s${i}`">
      <circle
        v-if="i < used"
        :cx="stone.x"
        :cy="stone.y"
        :r="radius - 1.5"
        fill="none"
        stroke="var(--color-lake)"
        stroke-width="3"
      />
      <circle v-else :cx="stone.x" :cy="stone.y" :r="radius" fill="var(--color-lake)" />
    </template>
  </g>
</template>
