<script setup lang="ts">
import { computed } from 'vue'
import StageText from './StageText.vue'
import { stonesUsedOf, type Sign } from './shapes'

/** A sign at the foot of the stage that says whose turn it is. */
const props = defineProps<{
  sign: Sign
  waited: number
  /** Seconds for which the lesson stands still. */
  whole: number
}>()
const used = computed(() => stonesUsedOf(props.sign.stones.length, props.waited, props.whole))
</script>

<template>
  <g :data-sign="sign.id">
    <rect
      :x="sign.x"
      :y="sign.y"
      :width="sign.width"
      :height="sign.height"
      :rx="sign.height / 2"
      fill="var(--color-lake)"
    />
    <StageText :pieces="sign.pieces" />
    <template v-for="(stone, i) in sign.stones" :key="i">
      <circle
        v-if="i < used"
        :cx="stone.x"
        :cy="stone.y"
        :r="sign.radius - 1.5"
        fill="none"
        stroke="var(--color-white)"
        stroke-width="3"
      />
      <circle v-else :cx="stone.x" :cy="stone.y" :r="sign.radius" fill="var(--color-white)" />
    </template>
  </g>
</template>
