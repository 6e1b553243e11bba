<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { ask, client, Problem } from '@/api/client'
import { useLesson } from '@/api/lesson'
import type { PlaceForTake } from '@/recording/takeRecording'

/** Takes for a place of the lesson: the chosen words once more, or on from where the last one stopped. */
const props = defineProps<{
  /** The chosen words, and their text. */
  span: { first: string; last: string } | undefined
  text: string
  printed: ReadonlyMap<string, string>
  /** Talk that is to be said again, and the word after which it is said. */
  talk: { place: PlaceForTake; after: string } | undefined
}>()
const emit = defineEmits<{ record: [place: PlaceForTake, begin: string] }>()
const lesson = useLesson()
const ON = { first: '', last: '' }
const asked = (query: { first: string; last: string }) =>
  ask(
    client.GET('/api/lessons/{lesson}/place', {
      params: { path: { lesson: lesson.id.value }, query },
    }),
  )
const rest = useQuery({
  queryKey: computed(() => ['place to go on', lesson.id.value, lesson.view.value.revision]),
  queryFn: () => asked(ON),
  retry: false,
})
const begin = computed(() => props.printed.get(rest.data.value?.begin ?? '') ?? '')

async function again() {
  if (!props.span) return
  try {
    const { place, begin } = await asked(props.span)
    emit('record', place, begin)
  } catch (fault) {
    lesson.report(Problem.of(fault))
  }
}
</script>

<template>
  <section aria-label="For a place of the lesson" class="flex flex-col gap-2">
    <button
      v-if="talk && !span"
      class="button button-main min-h-[44px] text-left"
      type="button"
      @click="$emit('record', talk.place, talk.after)"
    >
      <span class="min-w-0 truncate"
        >Say the talk after “{{ printed.get(talk.after) ?? 'the beginning' }}” again</span
      >
    </button>
    <button v-if="span" class="button button-main min-h-[44px] text-left" type="button" @click="again">
      <span class="min-w-0 truncate">Read “{{ text }}” again</span>
    </button>
    <p v-else-if="!talk" class="text-[13px] text-quiet">
      To read a sentence again, click its first word and shift-click its last: it goes into its place.
    </p>
    <button
      v-if="rest.data.value && begin"
      class="button min-h-[40px]"
      type="button"
      @click="$emit('record', rest.data.value.place, rest.data.value.begin)"
    >
      Go on where you stopped: “{{ begin }} …”
    </button>
  </section>
</template>
