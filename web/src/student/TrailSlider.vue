<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { clock } from '@/parts/words'
import type { CueSheet } from '@/stage/cueReader'

const props = defineProps<{ sheet: CueSheet; time: number }>()
const emit = defineEmits<{ seek: [at: number] }>()
const track = ref<SVGSVGElement>()
const { width: measured } = useElementSize(track)
const width = computed(() => measured.value || 480)
const heightAt = (share: number) => 22 + 8 * Math.sin(share * 9)
const dots = computed(() => {
  const count = Math.max(12, Math.floor(width.value / 12))
  return Array.from({ length: count }, (_, i) => ({ share: i / (count - 1), x: xOf(i / (count - 1)) }))
})
const share = computed(() => Math.min(1, props.time / props.sheet.seconds))
const xOf = (part: number) => 10 + part * (width.value - 20)

function point(event: PointerEvent) {
  const box = track.value!.getBoundingClientRect()
  const x = ((event.clientX - box.left) / box.width) * width.value
  emit('seek', (Math.min(Math.max(x - 10, 0), width.value - 20) / (width.value - 20)) * props.sheet.seconds)
}
</script>

<template>
  <div
    role="slider"
    tabindex="0"
    aria-label="Where you are on the trail"
    aria-valuemin="0"
    :aria-valuemax="Math.round(sheet.seconds)"
    :aria-valuenow="Math.round(time)"
    :aria-valuetext="clock(time)"
    class="rounded-panel"
    @keydown.left.prevent="emit('seek', time - 5)"
    @keydown.right.prevent="emit('seek', time + 5)"
    @keydown.home.prevent="emit('seek', 0)"
  >
    <svg
      ref="track"
      :viewBox="`0 0 ${width} 44`"
      class="block h-[44px] w-full cursor-pointer"
      @pointerdown="point"
    >
      <circle
        v-for="dot in dots"
        :key="dot.x"
        :cx="dot.x"
        :cy="heightAt(dot.share)"
        r="2.8"
        :fill="dot.share <= share ? 'var(--color-moss)' : '#b4c9c1'"
      />
      <circle
        v-for="gate in sheet.gates.filter((one) => one.kind !== 'hold')"
        :key="gate.pause"
        :cx="xOf(gate.at / sheet.seconds)"
        :cy="heightAt(gate.at / sheet.seconds)"
        r="7"
        fill="var(--color-white)"
        stroke="var(--color-lake)"
        stroke-width="3"
      />
      <circle :cx="xOf(share)" :cy="heightAt(share)" r="9" fill="var(--color-moss)" />
    </svg>
  </div>
</template>
