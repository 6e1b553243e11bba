<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'

/** A film in small: a dotted path with the stops on it; hollow where nobody is heard. */
const props = defineProps<{ trail: Schemas['FilmTrail']; share?: number; height?: number }>()
const picture = ref<SVGSVGElement>()
const { width: measured } = useElementSize(picture)
const width = computed(() => measured.value || 200)
const tall = computed(() => props.height ?? 30)
const xOf = (share: number) => 8 + share * (width.value - 16)
const yOf = (share: number) => tall.value / 2 + tall.value * 0.16 * Math.sin(share * 9)
const isIn = (spans: readonly { start: number; end: number }[], at: number) =>
  spans.some((one) => one.start <= at && at < one.end)
const echoes = computed(() => props.trail.stops.filter((one) => one.stop === 'echo'))
const dots = computed(() => {
  const count = Math.max(10, Math.floor(width.value / (props.share === undefined ? 7 : 9)))
  return Array.from({ length: count }, (_, n) => {
    const at = n / (count - 1)
    return {
      at,
      walked: props.share === undefined || at <= props.share,
      hollow: isIn(props.trail.silent, at) || isIn(echoes.value, at),
    }
  })
})
/** Those that are far enough from the one before to be told apart. */
const stops = computed(() => {
  const kept: { at: number; asks: boolean }[] = []
  for (const one of props.trail.stops) {
    if (one.stop === 'echo' || one.stop === 'count') continue
    const asks = one.stop === 'question'
    const last = kept[kept.length - 1]
    if (last && (one.start - last.at) * width.value < 11) last.asks ||= asks
    else kept.push({ at: one.start, asks })
  }
  return kept
})
</script>

<template>
  <svg ref="picture" :viewBox="`0 0 ${width} ${tall}`" class="block w-full" :style="{ height: `${tall}px` }">
    <template v-for="dot in dots" :key="dot.at">
      <circle
        :cx="xOf(dot.at)"
        :cy="yOf(dot.at)"
        :r="(dot.hollow ? 2.2 : 2.7) * (share === undefined ? 0.8 : 1)"
        :fill="dot.hollow ? 'var(--color-white)' : dot.walked ? 'var(--color-moss)' : '#b4c9c1'"
        :stroke="dot.hollow ? (dot.walked ? 'var(--color-moss)' : '#8fb0a2') : 'none'"
        stroke-width="1.3"
      />
    </template>
    <circle
      v-for="stop in stops"
      :key="`s${stop.at}`"
      :cx="xOf(stop.at)"
      :cy="yOf(stop.at)"
      :r="(stop.asks ? 5.5 : 4) * (share === undefined ? 0.75 : 1)"
      :fill="stop.asks ? 'var(--color-lake)' : 'var(--color-lake-pale)'"
      :stroke="stop.asks ? 'none' : 'var(--color-lake)'"
    />
    <circle
      v-if="share !== undefined"
      :cx="xOf(share)"
      :cy="yOf(share)"
      r="8"
      fill="var(--color-moss)"
      stroke="var(--color-white)"
      stroke-width="2"
    />
  </svg>
</template>
