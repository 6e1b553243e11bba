<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { ask, client } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { knownUpTo } from '@/api/trail'
import { clock } from '@/parts/words'
import type { Span } from '@/stage/player'
import { takeName } from '../takes'
import { useClipPlayer } from './clipPlayer'

/** Other readings of the chosen words in all takes: to hear, and to have in their place. */
const props = defineProps<{ take: string; span: Span }>()
const lesson = useLesson()
const found = useQuery({
  queryKey: computed(() => [
    'same words',
    lesson.id.value,
    props.take,
    knownUpTo(lesson.view.value),
    props.span.start,
    props.span.end,
  ]),
  queryFn: async () => {
    const path = { lesson: lesson.id.value }
    const query = { take: props.take, ...props.span }
    return (await ask(client.GET('/api/lessons/{lesson}/same-words', { params: { path, query } }))).readings
  },
  retry: false,
})
const { playing, play } = useClipPlayer()
const named = (take: string) => {
  const one = lesson.view.value.takes.find((other) => other.id === take)
  return one ? takeName(one) : ''
}
</script>

<template>
  <ul v-if="found.data.value?.length" class="flex flex-col gap-1 text-[13px]" aria-label="Read elsewhere">
    <li
      v-for="one in found.data.value"
      :key="`${one.by}${one.by_start}`"
      class="flex items-center gap-2 rounded-small bg-mist px-2 py-1"
    >
      <span class="min-w-0 flex-1 truncate"
        >Also read: {{ one.by === take ? '' : `${named(one.by)}, ` }}{{ clock(one.by_start, true) }}</span
      >
      <button
        class="min-h-[24px] font-semibold hover:underline"
        type="button"
        @click="play(one.by, one.by_start, one.by_end)"
      >
        {{ playing === `${one.by} ${one.by_start}` ? 'Stop' : 'Hear it' }}
      </button>
      <button
        class="min-h-[24px] font-semibold text-lake hover:underline"
        type="button"
        @click="lesson.send({ kind: 'use stretch', stretch: one })"
      >
        Use it here
      </button>
    </li>
  </ul>
</template>
