<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'

/** How much of the lesson a film shows: all, a page, a reading, some paragraphs, or the word cards. */
const props = defineProps<{ shown: Schemas['FilmPart'] }>()
const emit = defineEmits<{ choose: [shown: Schemas['FilmPart']] }>()
const lesson = useLesson()
const document = computed(() => lesson.view.value.lesson)
const pages = computed(() => document.value.passages.flatMap((passage) => passage.pages))
const readings = computed(() => document.value.plan.readings)
const blocks = computed(() =>
  pages.value.flatMap((page) => page.blocks).filter((block) => block.words.length),
)
const whole: Schemas['FilmPart'] = { extent: 'whole', page: '', reading: 0, first: '', last: '' }
const parts = computed(() => {
  const found: { key: string; name: string; part: Schemas['FilmPart'] }[] = [
    { key: 'whole', name: 'The whole lesson', part: whole },
  ]
  if (document.value.plan.cards.length)
    found.push({ key: 'cards', name: 'The word cards alone', part: { ...whole, extent: 'cards' } })
  if (pages.value.length > 1)
    pages.value.forEach((page, n) =>
      found.push({
        key: `page ${page.id}`,
        name: page.label ? `Page ${n + 1} (${page.label})` : `Page ${n + 1}`,
        part: { ...whole, extent: 'page', page: page.id },
      }),
    )
  const count = Math.max(readings.value.length, 2)
  for (let n = 1; n <= count; n++)
    found.push({
      key: `reading ${n}`,
      name: `Only reading ${n}${readings.value[n - 1]?.name ? `: ${readings.value[n - 1]!.name}` : ''}`,
      part: { ...whole, extent: 'reading', reading: n },
    })
  if (blocks.value.length > 1)
    found.push({
      key: 'stretch',
      name: 'From one paragraph to another',
      part: {
        ...whole,
        extent: 'stretch',
        first: blocks.value[0]!.words[0]!.id,
        last: blocks.value[blocks.value.length - 1]!.words.at(-1)!.id,
      },
    })
  return found
})
const keyOf = (shown: Schemas['FilmPart']) =>
  shown.extent === 'page'
    ? `page ${shown.page}`
    : shown.extent === 'reading'
      ? `reading ${shown.reading}`
      : shown.extent
const chosen = computed({
  get: () => keyOf(props.shown),
  set: (key) => emit('choose', parts.value.find((one) => one.key === key)?.part ?? whole),
})
const beginning = (block: Schemas['Block']) => {
  const words = block.words.slice(0, 5).map((word) => word.text)
  return `${words.join(' ')}${block.words.length > 5 ? ' …' : ''}`
}
</script>

<template>
  <div class="border-t border-hairline pt-2">
    <label class="block"
      >How much of it
      <select v-model="chosen" class="field mt-1 py-1.5">
        <option v-for="one in parts" :key="one.key" :value="one.key">{{ one.name }}</option>
      </select>
    </label>
    <template v-if="shown.extent === 'stretch'">
      <label class="mt-2 block"
        >from
        <select
          class="field mt-1 py-1.5"
          :value="shown.first"
          aria-label="From which paragraph"
          @change="emit('choose', { ...shown, first: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="block in blocks" :key="block.id" :value="block.words[0]!.id">
            {{ beginning(block) }}
          </option>
        </select>
      </label>
      <label class="mt-2 block"
        >to the end of
        <select
          class="field mt-1 py-1.5"
          :value="shown.last"
          aria-label="To which paragraph"
          @change="emit('choose', { ...shown, last: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="block in blocks" :key="block.id" :value="block.words.at(-1)!.id">
            {{ beginning(block) }}
          </option>
        </select>
      </label>
    </template>
  </div>
</template>
