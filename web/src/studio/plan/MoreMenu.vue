<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Plus } from '@lucide/vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, ref } from 'vue'
import { ask, client, type Command, type Schemas } from '@/api/client'

/** What can be added to the run of the lesson. */
const props = defineProps<{
  lesson: Schemas['Lesson']
  id: string
  charts: readonly Schemas['Organizer'][]
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{
  opening: []
  question: []
  chart: [shape: Schemas['Shape'], columns: number, rows: number]
  see: [id: string]
  file: [kind: FileKind, file: File]
}>()
type FileKind = 'marks' | 'questions' | 'cards'
const FILES: { kind: FileKind; name: string; accept: string }[] = [
  { kind: 'marks', name: 'marks (web annotations)', accept: '.jsonld,.json' },
  { kind: 'questions', name: 'questions (QTI)', accept: '.zip,.xml' },
  { kind: 'cards', name: 'word cards (CSV)', accept: '.csv,.tsv,.txt' },
]
const picker = ref<HTMLInputElement>()
const wanted = ref<(typeof FILES)[number]>()
async function pick(file: (typeof FILES)[number]) {
  wanted.value = file
  await nextTick()
  picker.value?.click()
}
function bring(event: Event) {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (file && wanted.value) emit('file', wanted.value.kind, file)
  input.value = ''
}
const SHAPES: { shape: Schemas['Shape']; name: string; columns?: number; rows?: number }[] = [
  { shape: 'who, trouble, tries, end', name: 'who wants what, trouble, tries, end' },
  { shape: 'beginning, middle, end', name: 'beginning, middle, end' },
  { shape: 'two to compare', name: 'two to compare' },
  { shape: 'cause and effect', name: 'cause and effect' },
  { shape: 'order of events', name: 'order of events' },
  { shape: 'summary from headings', name: 'summary from headings' },
  { shape: 'chart of steps', name: 'chart of steps' },
  { shape: 'rows and columns', name: 'three columns, two rows', columns: 3, rows: 2 },
]
const shelf = useQuery({ queryKey: ['shelf'], queryFn: () => ask(client.GET('/api/lessons')) })
const others = computed(() => (shelf.data.value?.lessons ?? []).filter((one) => one.id !== props.id))

/** Where the pause points of another lesson stand, as shares of its words. */
function elsewhere(lesson: Schemas['Lesson']) {
  const ids = lesson.passages.flatMap((p) =>
    p.pages.flatMap((q) => q.blocks.flatMap((b) => b.words.map((w) => w.id))),
  )
  return (lesson.pause_points ?? []).map((point) => ({
    share: point.after ? ids.indexOf(point.after) / ids.length : 1,
    do: point.kind ?? 'think',
    question: point.question,
    think_seconds: point.think_seconds,
  }))
}

async function takeOver(id: string) {
  const { lesson } = await ask(client.GET('/api/lessons/{lesson}', { params: { path: { lesson: id } } }))
  await props.send({
    kind: 'take over',
    legend: lesson.legend ?? [],
    opening: lesson.plan?.opening ?? {},
    closing: lesson.plan?.closing ?? {},
    organizers: lesson.plan?.organizers ?? [],
    order: lesson.plan?.order ?? [],
    points: elsewhere(lesson),
  })
}
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="button ml-1 whitespace-nowrap"><Plus :size="15" aria-hidden="true" /> Add</MenuButton>
    <Teleport to="body">
      <MenuItems
        class="fixed bottom-[84px] left-1/2 z-30 max-h-[70vh] w-[340px] -translate-x-1/2 overflow-y-auto rounded-sheet border border-hairline bg-white p-1 text-[14px]"
      >
        <MenuItem v-slot="{ active }">
          <button
            class="block w-full rounded-small px-3 py-1.5 text-left"
            :class="{ 'bg-mist': active }"
            type="button"
            @click="emit('opening')"
          >
            Purpose, objectives, at hand, recap, task …
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }">
          <button
            class="block w-full rounded-small px-3 py-1.5 text-left"
            :class="{ 'bg-mist': active }"
            type="button"
            @click="emit('question')"
          >
            A question at the end
          </button>
        </MenuItem>
        <MenuItem v-if="(lesson.plan?.cards?.length ?? 0) > 1" v-slot="{ active }">
          <button
            class="block w-full rounded-small px-3 py-1.5 text-left"
            :class="{ 'bg-mist': active }"
            type="button"
            @click="send({ kind: 'set matching', on: !lesson.plan?.matching })"
          >
            {{ lesson.plan?.matching ? 'No matching card' : 'A matching card of the words' }}
          </button>
        </MenuItem>
        <p class="px-3 pt-2 pb-0.5 text-[12px] text-quiet">A chart</p>
        <MenuItem v-for="chart in charts" :key="chart.id" v-slot="{ active }">
          <button
            class="block w-full rounded-small px-3 py-1.5 text-left font-semibold"
            :class="{ 'bg-mist': active }"
            type="button"
            @click="emit('see', chart.id)"
          >
            See “{{ chart.title }}”
          </button>
        </MenuItem>
        <MenuItem v-for="one in SHAPES" :key="one.shape" v-slot="{ active }">
          <button
            class="block w-full rounded-small px-3 py-1.5 text-left"
            :class="{ 'bg-mist': active }"
            type="button"
            @click="emit('chart', one.shape, one.columns ?? 2, one.rows ?? 2)"
          >
            {{ one.name }}
          </button>
        </MenuItem>
        <p class="px-3 pt-2 pb-0.5 text-[12px] text-quiet">Files</p>
        <MenuItem v-for="file in FILES" :key="file.kind" v-slot="{ active }">
          <a
            class="block rounded-small px-3 py-1.5"
            :class="{ 'bg-mist': active }"
            :href="`/api/lessons/${id}/plan/${file.kind}`"
            download
          >
            Take away {{ file.name }}
          </a>
        </MenuItem>
        <MenuItem v-for="file in FILES" :key="`in${file.kind}`" v-slot="{ active }">
          <button
            class="block w-full rounded-small px-3 py-1.5 text-left"
            :class="{ 'bg-mist': active }"
            type="button"
            @click="pick(file)"
          >
            Bring in {{ file.name }}
          </button>
        </MenuItem>
        <template v-if="others.length">
          <p class="px-3 pt-2 pb-0.5 text-[12px] text-quiet">Take over the plan of</p>
          <MenuItem v-for="other in others.slice(0, 8)" :key="other.id" v-slot="{ active }">
            <button
              class="block w-full truncate rounded-small px-3 py-1.5 text-left"
              :class="{ 'bg-mist': active }"
              type="button"
              @click="takeOver(other.id)"
            >
              {{ other.title }}
            </button>
          </MenuItem>
        </template>
      </MenuItems>
    </Teleport>
    <input
      ref="picker"
      class="sr-only"
      type="file"
      tabindex="-1"
      aria-hidden="true"
      :accept="wanted?.accept"
      @change="bring"
    />
  </Menu>
</template>
