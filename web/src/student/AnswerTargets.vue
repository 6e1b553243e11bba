<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { answered, joined, type Given, type Target } from './answerTargets'

/** Over a question's page: its printed answers are what one taps. */
const props = defineProps<{ page: Schemas['LaidPage']; point: Schemas['StudentPoint']; given: Given }>()
const emit = defineEmits<{ give: [given: Given] }>()

const targets = computed(() => props.page.answers)
const lines = computed(() => joined(targets.value, props.given))
/** Of pairs: the left side that waits for its right one. */
const held = ref<number>()
watch(
  () => props.point.id,
  () => (held.value = undefined),
)

const placeOf = (target: Target) => props.given.items.indexOf(target.text) + 1
function isChosen({ side, row }: Target) {
  if (side === 'choice') return props.given.choices.includes(row)
  return side === 'left' && held.value === row
}
function nameOf(target: Target) {
  if (target.side === 'item' && placeOf(target)) return `${target.text}: number ${placeOf(target)}`
  const match = target.side === 'left' ? props.given.matches[target.row] : ''
  return match ? `${target.text}: goes with ${match}` : target.text
}
function tap(target: Target) {
  if (target.side === 'left') {
    held.value = held.value === target.row ? undefined : target.row
    return
  }
  if (target.side === 'right' && held.value === undefined) return
  emit('give', answered(props.given, props.point, target, held.value))
  held.value = undefined
}
</script>

<template>
  <g>
    <line
      v-for="(line, i) in lines"
      :key="`j${i}`"
      v-bind="line"
      stroke="var(--color-lake)"
      stroke-width="6"
      stroke-linecap="round"
    />
    <g v-for="target in targets" :key="`${target.side}${target.row}`">
      <rect
        class="target"
        :class="{ chosen: isChosen(target) }"
        role="button"
        tabindex="0"
        :aria-label="nameOf(target)"
        :aria-pressed="isChosen(target)"
        :x="target.x"
        :y="target.y"
        :width="target.width"
        :height="target.height"
        rx="14"
        @click="tap(target)"
        @keydown.enter.prevent="tap(target)"
        @keydown.space.prevent.stop="tap(target)"
      />
      <g v-if="target.side === 'item' && placeOf(target)" class="pointer-events-none" aria-hidden="true">
        <circle :cx="target.x + 52" :cy="target.y + target.height / 2" r="30" fill="var(--color-lake)" />
        <text
          :x="target.x + 52"
          :y="target.y + target.height / 2 + 13"
          text-anchor="middle"
          font-size="38"
          font-weight="700"
          fill="var(--color-white)"
        >
          {{ placeOf(target) }}
        </text>
      </g>
    </g>
  </g>
</template>

<style scoped>
.target {
  fill: transparent;
  stroke: transparent;
  stroke-width: 5;
  cursor: pointer;
}
.target:hover {
  fill: rgb(42 101 145 / 0.07);
}
.target:focus-visible {
  outline: none;
  stroke: var(--color-lake);
  stroke-dasharray: 0.01 11;
  stroke-linecap: round;
}
.target.chosen {
  fill: rgb(42 101 145 / 0.12);
  stroke: var(--color-lake);
  stroke-dasharray: none;
}
</style>
