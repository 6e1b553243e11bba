<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { useLesson } from '@/api/lesson'
import { keepPicture } from '@/api/pictures'
import type { Change, Choices, Version } from './films'

/** What is seen of a film before it is played: its title, a moment of it, a picture, or a page with its number. */
const props = defineProps<{ version: Version; choices: Choices }>()
const emit = defineEmits<{ choose: [change: Change]; moment: [] }>()
const lesson = useLesson()
const picker = useTemplateRef('picker')
const KINDS = [
  { value: 'title', name: 'Its title' },
  { value: 'moment', name: 'This moment of the film' },
  { value: 'picture', name: 'A picture of yours' },
  { value: 'number', name: 'A page, with its number' },
] as const
type Kind = (typeof KINDS)[number]['value']
const kind = computed<Kind>(() => {
  const { cover } = props.choices
  if (!cover) return 'title'
  return 'take' in cover ? 'moment' : 'file' in cover ? 'picture' : 'number'
})
const numbered = computed(() => {
  const { cover } = props.choices
  return cover && 'number' in cover ? cover : undefined
})
/** Counts up so that a choice that was not made shows again what is chosen. */
const asked = ref(0)

function pick(event: Event) {
  const wanted = (event.target as HTMLSelectElement).value as Kind
  asked.value += 1
  if (wanted === 'title') emit('choose', { cover: 'title' })
  else if (wanted === 'moment') emit('moment')
  else if (wanted === 'picture') picker.value?.click()
  else emit('choose', { cover: { number: 1, series: lesson.view.value.unit.slice(0, 60) } })
}

async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  try {
    const { file: name, width, height } = await keepPicture(lesson.id.value, file)
    emit('choose', { cover: { file: name, width, height, shows: '' } })
  } catch (fault) {
    lesson.report(fault)
  }
}
const number = (event: Event) => Number((event.target as HTMLInputElement).value)
</script>

<template>
  <div class="flex items-start gap-3 text-[13px]">
    <img
      class="max-h-[100px] max-w-[112px] rounded-small border border-hairline"
      :src="`/api/lessons/${lesson.id.value}/cover.png?film=${version}&revision=${lesson.view.value.revision}`"
      alt="The cover"
    />
    <div class="min-w-0 flex-1">
      <label class="block text-[14px]"
        ><span class="text-quiet">Cover</span>
        <select :key="asked" class="field mt-1 py-1.5" :value="kind" @change="pick">
          <option v-for="one in KINDS" :key="one.value" :value="one.value">{{ one.name }}</option>
        </select>
      </label>
      <input
        ref="picker"
        class="sr-only"
        tabindex="-1"
        type="file"
        accept="image/*"
        aria-label="A picture for the cover"
        @change="take"
      />
      <button
        v-if="kind === 'moment'"
        class="mt-1 min-h-[24px] text-lake underline"
        type="button"
        @click="emit('moment')"
      >
        Take the moment that is shown
      </button>
      <button
        v-else-if="kind === 'picture'"
        class="mt-1 min-h-[24px] text-lake underline"
        type="button"
        @click="picker?.click()"
      >
        Another picture
      </button>
      <div v-else-if="numbered" class="mt-1 flex gap-2">
        <input
          class="field w-[64px] shrink-0 px-2 py-1"
          type="number"
          min="1"
          max="999"
          aria-label="Its number"
          :value="numbered.number"
          @change="emit('choose', { cover: { ...numbered, number: number($event) } })"
        />
        <input
          class="field min-w-0 px-2 py-1"
          maxlength="60"
          aria-label="The series"
          placeholder="The series"
          :value="numbered.series"
          @change="
            emit('choose', { cover: { ...numbered, series: ($event.target as HTMLInputElement).value } })
          "
        />
      </div>
    </div>
  </div>
</template>
