<script setup lang="ts">
import { computed } from 'vue'
import StageStones from './StageStones.vue'
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
    <StageStones :stones="sign.stones" :used="used" :radius="sign.radius" colour="white" />
  </g>
</template>
