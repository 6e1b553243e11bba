<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { ask, client } from '@/api/client'
import { useLesson } from '@/api/lesson'
import type { Span } from '@/stage/player'

/** Words of the text that are read in the chosen sound, for a first time or again: which they are. */
const props = defineProps<{ take: string; span: Span; words: ReadonlyMap<string, string> }>()
const emit = defineEmits<{ read: [words: string[]] }>()
const lesson = useLesson()
const found = useQuery({
  queryKey: computed(() => ['likely read', lesson.id.value, props.take, props.span.start, props.span.end]),
  queryFn: async () => {
    const path = { lesson: lesson.id.value }
    const query = { take: props.take, start: props.span.start, end: props.span.end }
    return (await ask(client.GET('/api/lessons/{lesson}/likely-read', { params: { path, query } }))).found
  },
  retry: false,
}).data
const sentence = ref(0)
const first = ref(0)
const last = ref(0)
const part = computed(() => found.value?.parts[sentence.value])
const texts = computed(() => part.value?.words.map((word) => props.words.get(word) ?? '') ?? [])
watch(found, (now) => now && (sentence.value = now.likeliest), { immediate: true })
watch(part, (now) => now && ([first.value, last.value] = [now.first, now.last]), { immediate: true })
const titleOf = (words: readonly string[]) => words.map((word) => props.words.get(word)).join(' ')
function place() {
  const [from, to] = [Math.min(first.value, last.value), Math.max(first.value, last.value)]
  emit('read', part.value!.words.slice(from, to + 1))
}
</script>

<template>
  <Disclosure v-if="found" as="div" class="border-t border-hairline px-3 py-2 text-[14px]">
    <DisclosureButton
      class="min-h-[24px] text-left font-semibold text-moss underline-offset-2 hover:underline"
    >
      Words of the text are read here
    </DisclosureButton>
    <DisclosurePanel as="form" class="mt-1 flex flex-col gap-2" @submit.prevent="place">
      <label class="flex flex-col text-[13px] text-quiet"
        >Of this sentence
        <select v-model.number="sentence" class="field w-full truncate text-[14px] text-ink">
          <option v-for="(one, i) in found.parts" :key="one.words[0]" :value="i">
            {{ titleOf(one.words) }}
          </option>
        </select></label
      >
      <div class="grid grid-cols-2 gap-2">
        <label class="flex flex-col text-[13px] text-quiet"
          >from the word
          <select v-model.number="first" class="field text-[14px] text-ink">
            <option v-for="(text, i) in texts" :key="i" :value="i">{{ text }}</option>
          </select></label
        >
        <label class="flex flex-col text-[13px] text-quiet"
          >to the word
          <select v-model.number="last" class="field text-[14px] text-ink">
            <option v-for="(text, i) in texts" :key="i" :value="i">{{ text }}</option>
          </select></label
        >
      </div>
      <button class="button" type="submit">Say when they begin</button>
    </DisclosurePanel>
  </Disclosure>
</template>
