<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { computed, ref, watch } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import { Problem, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { duration } from '@/parts/words'

/** The timing as a file for other programs, and one back in: what it would change is seen first. */
const props = defineProps<{ take: string }>()
const lesson = useLesson()
const { timing_formats: formats } = useCatalogue()
const found = ref<Schemas['TimingMoves']>()
const edits = ref<Schemas['EditMoves']>()
const name = ref('')
watch(() => [props.take, lesson.view.value.revision], close)
function close() {
  found.value = undefined
  edits.value = undefined
}

const address = (kind: string) => `/api/lessons/${lesson.id.value}/timing/${kind}?take=${props.take}`
const MOST = 5

async function read<Read>(file: File, path: string): Promise<Read> {
  const body = new FormData()
  body.append('file', file)
  const answer = await fetch(`/api/lessons/${lesson.id.value}/${path}`, { method: 'POST', body })
  const said: unknown = await answer.json()
  if (!answer.ok) throw Problem.from(answer.status, said as Schemas['Problem'])
  return said as Read
}
async function bring(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  name.value = file.name
  close()
  try {
    if (/\.otio$/i.test(file.name)) edits.value = (await read<Schemas['EditsRead']>(file, 'timeline')).found
    else found.value = (await read<Schemas['TimingRead']>(file, `timing?take=${props.take}`)).found
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
const changesEdits = computed(
  () => !!edits.value && !!(edits.value.cut.length || edits.value.back.length || edits.value.slower.length),
)
function takeOverEdits() {
  const { cut, back, slower } = edits.value!
  void lesson.send({ kind: 'take over edits', cut, back, slower })
}
const stretches = (count: number) => (count === 1 ? '1 stretch' : `${count} stretches`)
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
      <div v-if="edits" class="panel p-3 text-[13px]" role="status">
        <p class="font-bold">{{ name }}</p>
        <p v-if="!changesEdits">It changes nothing: what it keeps is what is heard.</p>
        <ul v-else>
          <li v-if="edits.less">{{ duration(edits.less) }} would not be heard any more.</li>
          <li v-if="edits.more">{{ duration(edits.more) }} that is cut would be heard again.</li>
          <li v-if="edits.slower.length">
            {{ stretches(edits.slower.length) }} would be heard at another speed.
          </li>
        </ul>
        <p v-if="edits.elsewhere" class="text-quiet">
          {{ stretches(edits.elsewhere) }} of it {{ edits.elsewhere === 1 ? 'is' : 'are' }} not in this lesson
          and stay{{ edits.elsewhere === 1 ? 's' : '' }} out.
        </p>
        <p v-if="edits.reordered" class="text-quiet">
          It puts stretches in another order. The lesson keeps its own.
        </p>
        <div class="mt-2 flex gap-2">
          <button
            v-if="changesEdits"
            class="button button-main min-h-[32px] text-[14px]"
            type="button"
            @click="takeOverEdits"
          >
            Change it so
          </button>
          <button class="button min-h-[32px] text-[14px]" type="button" @click="close">
            {{ changesEdits ? 'Leave it' : 'Close' }}
          </button>
        </div>
      </div>
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
          <button class="button min-h-[32px] text-[14px]" type="button" @click="close">
            {{ found.moves.length ? 'Leave it' : 'Close' }}
          </button>
        </div>
      </div>
    </DisclosurePanel>
  </Disclosure>
</template>
