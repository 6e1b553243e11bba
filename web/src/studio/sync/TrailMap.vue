<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { clock } from '@/parts/words'
import { trailMap } from './trailMap'

const props = defineProps<{ view: Schemas['TrailView']; time: number }>()
const emit = defineEmits<{ seek: [at: number] }>()

const HEIGHT = 64
const EDGE = 7
const holder = ref<HTMLElement>()
const { width } = useElementSize(holder)
const order = computed(() => new Map(props.view.script.map((word, i) => [word, i])))
const map = computed(() => trailMap(props.view, order.value))
const x = (at: number) => (at / map.value.seconds) * width.value
const y = (place: number) => EDGE + place * (HEIGHT - 2 * EDGE)
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
const seekTo = (event: MouseEvent) => emit('seek', (event.offsetX / (width.value || 1)) * map.value.seconds)
</script>

<template>
  <figure>
    <div ref="holder" class="panel overflow-hidden">
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
        <line :x1="x(time)" :x2="x(time)" y1="0" :y2="HEIGHT" stroke="var(--color-ink)" stroke-width="1.5" />
      </svg>
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
      <span class="ml-auto tabular-nums">{{ clock(map.seconds) }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.talk {
  background: repeating-linear-gradient(135deg, var(--color-mist) 0 3px, var(--color-moss-half) 3px 4px);
}
</style>
