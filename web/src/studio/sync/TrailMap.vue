<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { clock } from '@/parts/words'
import { barsOf, type Heights } from './peaks'
import { trailMap } from './trailMap'

/** The whole take at a glance; its ends can be dragged. */
const props = defineProps<{
  view: Schemas['TrailView']
  time: number
  /** What is not heard (seconds of take time). */
  cuts: readonly { start: number; end: number }[]
  peaks?: Heights | undefined
}>()
const emit = defineEmits<{ seek: [at: number]; trim: [start: number, end: number] }>()

const HEIGHT = 64
const EDGE = 7
const holder = ref<HTMLElement>()
const { width } = useElementSize(holder)
const order = computed(() => new Map(props.view.script.map((word, i) => [word, i])))
const map = computed(() => trailMap(props.view, order.value))
const x = (at: number) => (at / map.value.seconds) * width.value
const y = (place: number) => EDGE + place * (HEIGHT - 2 * EDGE)
/** The sound of all of it, as one shape. */
const sound = computed(() => {
  const timeAt = (at: number) => (at / (width.value || 1)) * map.value.seconds
  return barsOf(props.peaks, width.value, timeAt, HEIGHT * 0.7)
    .map((bar) => `M${bar.x} ${HEIGHT}v${-bar.height}h3v${bar.height}z`)
    .join('')
})
const legs = computed(() =>
  map.value.legs.map((leg) => leg.points.map((point) => `${x(point.at)},${y(point.place)}`).join(' ')),
)
const told = computed(() => {
  const { legs, talk, slips, unsure, unread } = map.value
  const count = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`
  return (
    `The whole take, ${clock(map.value.seconds)}: ${count(legs.length, 'stretch', 'stretches')} of reading, ` +
    `${count(talk.length, 'stretch', 'stretches')} of talk, ${count(slips.length, 'slip')}, ` +
    `${count(unsure.length, 'unsure word')}, ${count(unread.length, 'stretch', 'stretches')} not read.`
  )
})
/* The ends, while one of them is dragged and after. */
const dragged = ref<{ start: number; end: number }>()
const ends = computed(() => dragged.value ?? { start: props.view.trim_start, end: props.view.trim_end })
watch(
  () => [props.view.trim_start, props.view.trim_end],
  () => (dragged.value = undefined),
)
const NEAREST = 0.3
function moved(which: 'start' | 'end', at: number) {
  const { start, end } = ends.value
  const to = Math.round(Math.min(Math.max(0, at), map.value.seconds) * 100) / 100
  return which === 'start'
    ? { start: Math.min(to, end - NEAREST), end }
    : { start, end: Math.max(to, start + NEAREST) }
}
function drag(event: PointerEvent, which: 'start' | 'end') {
  const handle = event.currentTarget as HTMLElement
  handle.setPointerCapture(event.pointerId)
  const left = holder.value?.getBoundingClientRect().left ?? 0
  const move = (now: PointerEvent) =>
    (dragged.value = moved(which, ((now.clientX - left) / (width.value || 1)) * map.value.seconds))
  handle.addEventListener('pointermove', move)
  handle.addEventListener(
    'pointerup',
    () => {
      handle.removeEventListener('pointermove', move)
      if (dragged.value) emit('trim', dragged.value.start, dragged.value.end)
    },
    { once: true },
  )
}
function nudge(which: 'start' | 'end', by: number) {
  const { start, end } = moved(which, ends.value[which] + by)
  dragged.value = { start, end }
  emit('trim', start, end)
}
const ENDS = [
  { which: 'start', name: 'Where the lesson begins in this take' },
  { which: 'end', name: 'Where it ends' },
] as const

const seekTo = (event: MouseEvent) => emit('seek', (event.offsetX / (width.value || 1)) * map.value.seconds)
</script>

<template>
  <figure>
    <div ref="holder" class="panel relative overflow-hidden">
      <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
      <svg class="block w-full cursor-pointer" :height="HEIGHT" role="img" :aria-label="told" @click="seekTo">
        <defs>
          <pattern id="talk" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="6" height="6" fill="var(--color-mist)" />
            <line x1="0" y1="0" x2="0" y2="6" stroke="var(--color-moss-half)" stroke-width="1.2" />
          </pattern>
        </defs>
        <rect
          v-for="run in map.unread"
          :key="`u${run.from}`"
          x="0"
          :y="y(run.from) - 2"
          width="100%"
          :height="Math.max(4, y(run.to) - y(run.from) + 4)"
          fill="var(--color-signal-pale)"
        />
        <rect
          v-for="one in map.talk"
          :key="`t${one.start}`"
          :x="x(one.start)"
          y="0"
          :width="Math.max(2, x(one.end) - x(one.start))"
          :height="HEIGHT"
          fill="url(#talk)"
        >
          <title>Talk · “{{ one.heard }}”</title>
        </rect>
        <path :d="sound" fill="var(--color-moss-half)" opacity="0.28" />
        <polyline
          v-for="(points, i) in legs"
          :key="`w${i}`"
          :points="points"
          fill="none"
          stroke="var(--color-moss)"
          stroke-width="3"
          stroke-linejoin="round"
          stroke-linecap="round"
        />
        <path
          v-for="one in map.slips"
          :key="`s${one.at}${one.place}`"
          :d="`M${x(one.at)} ${y(one.place) - 6}l6 6-6 6-6-6z`"
          fill="var(--color-signal)"
        >
          <title>{{ one.text }}</title>
        </path>
        <circle
          v-for="one in map.unsure"
          :key="`d${one.at}${one.place}`"
          :cx="x(one.at)"
          :cy="y(one.place)"
          r="4"
          fill="white"
          stroke="var(--color-signal)"
          stroke-width="2"
        >
          <title>{{ one.text }}</title>
        </circle>
        <rect
          v-for="one in cuts"
          :key="`c${one.start}`"
          :x="x(one.start)"
          y="0"
          :width="Math.max(1.5, x(one.end) - x(one.start))"
          :height="HEIGHT"
          fill="var(--color-plum)"
          opacity="0.28"
        />
        <rect x="0" y="0" :width="x(ends.start)" :height="HEIGHT" fill="var(--color-ink)" opacity="0.16" />
        <rect
          :x="x(ends.end)"
          y="0"
          :width="Math.max(0, width - x(ends.end))"
          :height="HEIGHT"
          fill="var(--color-ink)"
          opacity="0.16"
        />
        <line :x1="x(time)" :x2="x(time)" y1="0" :y2="HEIGHT" stroke="var(--color-ink)" stroke-width="1.5" />
      </svg>
      <button
        v-for="{ which, name } in ENDS"
        :key="which"
        type="button"
        role="slider"
        class="end absolute top-0 h-full w-[24px]"
        :style="{ left: `${x(ends[which]) - 12}px` }"
        :aria-label="name"
        aria-valuemin="0"
        :aria-valuemax="map.seconds"
        :aria-valuenow="ends[which]"
        :aria-valuetext="`${ends[which].toFixed(1)} s`"
        :title="`${name}: ${clock(ends[which], true)}. Drag it.`"
        @pointerdown.prevent="drag($event, which)"
        @keydown.left.prevent="nudge(which, -0.1)"
        @keydown.right.prevent="nudge(which, 0.1)"
      />
    </div>
    <figcaption class="mt-1 flex flex-wrap items-center gap-x-4 text-[12px] text-quiet" aria-hidden="true">
      <span class="flex items-center gap-1"
        ><i class="h-[3px] w-4 rounded bg-moss" />reading, from the top of the passage to its end</span
      >
      <span v-if="map.talk.length" class="flex items-center gap-1"
        ><i class="talk inline-block h-3 w-4 rounded-[2px]" />talk</span
      >
      <span v-if="map.slips.length" class="flex items-center gap-1"
        ><i class="inline-block size-2 rotate-45 bg-signal" />slip</span
      >
      <span v-if="map.unsure.length" class="flex items-center gap-1"
        ><i class="inline-block size-[9px] rounded-full border-2 border-signal bg-white" />unsure</span
      >
      <span v-if="map.unread.length" class="flex items-center gap-1"
        ><i class="inline-block h-3 w-4 rounded-[2px] bg-signal-pale" />not read</span
      >
      <span v-if="cuts.length" class="flex items-center gap-1"
        ><i class="inline-block h-3 w-4 rounded-[2px] bg-plum opacity-40" />not heard</span
      >
      <span class="ml-auto tabular-nums">{{ clock(map.seconds) }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.end {
  cursor: ew-resize;
  touch-action: none;
  background: linear-gradient(var(--color-ink), var(--color-ink)) center / 3px 100% no-repeat;
}
.end:hover,
.end:focus-visible {
  background: linear-gradient(var(--color-lake), var(--color-lake)) center / 5px 100% no-repeat;
}
.talk {
  background: repeating-linear-gradient(135deg, var(--color-mist) 0 3px, var(--color-moss-half) 3px 4px);
}
</style>
