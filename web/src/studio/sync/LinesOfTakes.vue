<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { Play, Square } from '@lucide/vue'
import { computed } from 'vue'
import { ask, client, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { knownUpTo } from '@/api/trail'
import { takeName } from '../takes'
import { useClipPlayer } from './clipPlayer'

/** Each sentence with its readings in all takes: hear them one after another, and choose the one for the lesson. */
const props = defineProps<{ printed: ReadonlyMap<string, string>; order: readonly string[] }>()
const lesson = useLesson()
const view = lesson.view
const lines = useQuery({
  queryKey: computed(() => [
    'lines',
    lesson.id.value,
    knownUpTo(view.value),
    view.value.takes.map((take) => `${take.id}${take.has_trail}`).join(),
  ]),
  queryFn: () =>
    ask(client.GET('/api/lessons/{lesson}/lines', { params: { path: { lesson: lesson.id.value } } })),
  placeholderData: (before) => before,
})
const { playing, play } = useClipPlayer()
type Version = Schemas['Version']
type Line = Schemas['SentenceReadings']

const named = (take: string) => {
  const found = view.value.takes.find((one) => one.id === take)
  return found ? takeName(found) : ''
}
const places = computed(() => new Map(props.order.map((word, n) => [word, n])))
const textOf = (line: Line) =>
  props.order
    .slice(places.value.get(line.first), (places.value.get(line.last) ?? -1) + 1)
    .map((word) => props.printed.get(word))
    .join(' ')
const isPlaying = (one: Version) => playing.value === `${one.take} ${one.start}`
const says = (line: Line, one: Version) =>
  [
    `${(one.end - one.start).toFixed(1)} s`,
    one.read < line.words ? `${one.read} of ${line.words} words` : '',
    one.slips ? `${one.slips} ${one.slips === 1 ? 'slip' : 'slips'}` : '',
  ]
    .filter(Boolean)
    .join(' · ')

function choose(one: Version) {
  if (one.choose) void lesson.send({ kind: 'use stretch', stretch: one.choose })
}
function putBack(one: Version) {
  if (one.put_back) void lesson.send({ kind: 'put stretch back', stretch: one.put_back })
}
</script>

<template>
  <ul class="flex flex-col divide-y divide-hairline" aria-label="Sentences in all takes">
    <li v-for="line in lines.data.value?.lines" :key="line.first" class="py-3">
      <p class="mb-2 font-passage text-[19px] leading-snug">{{ textOf(line) }}</p>
      <p v-if="!line.versions.some((one) => one.heard)" class="mb-2 text-[14px] text-signal">
        {{ line.versions.length ? 'Not in the lesson now: use a reading of it.' : 'Not read in any take.' }}
      </p>
      <ul class="flex flex-wrap gap-2">
        <li
          v-for="one in line.versions"
          :key="`${one.take}${one.start}`"
          class="flex items-center gap-2 rounded-panel border px-2 py-1 text-[14px]"
          :class="one.heard ? 'border-moss bg-moss-pale' : 'border-hairline bg-white'"
        >
          <button
            class="button min-h-[30px] px-2"
            type="button"
            :aria-label="`${isPlaying(one) ? 'Stop' : 'Hear'} ${named(one.take)}: ${textOf(line)}`"
            @click="play(one.take, one.start, one.end)"
          >
            <Square v-if="isPlaying(one)" :size="14" aria-hidden="true" />
            <Play v-else :size="14" aria-hidden="true" />
          </button>
          <span>
            <strong class="block leading-tight">{{ named(one.take) }}</strong>
            <span class="text-[12px] text-quiet">{{ says(line, one) }}</span>
          </span>
          <span v-if="one.heard" class="px-1 text-[13px] font-semibold text-moss">in the lesson</span>
          <button
            v-if="one.choose"
            class="button min-h-[30px] px-2 text-[13px]"
            type="button"
            :aria-label="`Use ${named(one.take)}: ${textOf(line)}`"
            @click="choose(one)"
          >
            Use it
          </button>
          <button
            v-if="one.put_back"
            class="button min-h-[30px] px-2 text-[13px]"
            type="button"
            :aria-label="`Take it out again: ${textOf(line)}`"
            @click="putBack(one)"
          >
            Take it out again
          </button>
        </li>
      </ul>
    </li>
  </ul>
</template>
