<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { ref, watch } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import { Problem, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'

/** The timing as a file for other programs, and one back in: what it would change is seen first. */
const props = defineProps<{ take: string }>()
const lesson = useLesson()
const { timing_formats: formats } = useCatalogue()
const found = ref<Schemas['TimingMoves']>()
const name = ref('')
watch(
  () => [props.take, lesson.view.value.revision],
  () => (found.value = undefined),
)

const address = (kind: string) => `/api/lessons/${lesson.id.value}/timing/${kind}?take=${props.take}`
const MOST = 5

async function bring(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  name.value = file.name
  try {
    const body = new FormData()
    body.append('file', file)
    const path = `/api/lessons/${lesson.id.value}/timing?take=${props.take}`
    const answer = await fetch(path, { method: 'POST', body })
    const said: unknown = await answer.json()
    if (!answer.ok) throw Problem.from(answer.status, said as Schemas['Problem'])
    found.value = (said as Schemas['TimingRead']).found
  } catch (fault) {
    lesson.report(Problem.of(fault))
  } finally {
    input.value = ''
  }
}
function takeOver() {
  const starts = (found.value?.moves ?? []).map(({ word, found, start }) => ({ word, found, start }))
  void lesson.send({ kind: 'move starts', take: props.take, starts })
}
const by = (move: Schemas['WordMove']) => {
  const ms = Math.round((move.start - move.now) * 1000)
  return `${Math.abs(ms)} ms ${ms < 0 ? 'earlier' : 'later'}`
}
const words = (count: number) => (count === 1 ? '1 word' : `${count.toLocaleString('en')} words`)
</script>

<template>
  <Disclosure v-slot="{ open }" as="section">
    <DisclosureButton class="flex min-h-[28px] items-center gap-1 font-bold">
      Timing as a file
      <ChevronDown :size="16" :class="open ? 'rotate-180' : ''" aria-hidden="true" />
    </DisclosureButton>
    <DisclosurePanel class="flex flex-col gap-2">
      <div class="flex flex-wrap gap-1">
        <a
          v-for="one in formats"
          :key="one.kind"
          class="button min-h-[28px] px-2 text-[13px]"
          :href="address(one.kind)"
          download
          >{{ one.name }}</a
        >
        <a class="button min-h-[28px] px-2 text-[13px]" :href="address('trail')" download>Our JSON</a>
        <a
          class="button min-h-[28px] px-2 text-[13px]"
          :href="`/api/lessons/${lesson.id.value}/timeline`"
          download
          >Edit list (OpenTimelineIO)</a
        >
      </div>
      <label class="button min-h-[32px] cursor-pointer text-[14px]"
        >Bring one back in<input class="sr-only" type="file" @change="bring"
      /></label>
      <div v-if="found" class="panel p-3 text-[13px]" role="status">
        <p class="font-bold">{{ name }}</p>
        <p v-if="!found.moves.length">It changes nothing: every word is where it says.</p>
        <template v-else>
          <p>{{ words(found.moves.length) }} would begin elsewhere; {{ words(found.same) }} stay.</p>
          <ul class="my-1">
            <li v-for="move in found.moves.slice(0, MOST)" :key="`${move.word}${move.found}`">
              “{{ move.text }}” {{ by(move) }}
            </li>
            <li v-if="found.moves.length > MOST">and {{ found.moves.length - MOST }} more</li>
          </ul>
        </template>
        <p v-if="found.strange" class="text-quiet">{{ words(found.strange) }} of it are not in this take.</p>
        <p v-if="found.too_far" class="text-quiet">
          {{ words(found.too_far) }} lie too far from where they are heard, and stay.
        </p>
        <div class="mt-2 flex gap-2">
          <button
            v-if="found.moves.length"
            class="button button-main min-h-[32px] text-[14px]"
            type="button"
            @click="takeOver"
          >
            Move {{ words(found.moves.length) }}
          </button>
          <button class="button min-h-[32px] text-[14px]" type="button" @click="found = undefined">
            {{ found.moves.length ? 'Leave it' : 'Close' }}
          </button>
        </div>
      </div>
    </DisclosurePanel>
  </Disclosure>
</template>
