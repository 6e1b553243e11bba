<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { FileText, Plus } from '@lucide/vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, ref } from 'vue'
import { accepted, useCatalogue } from '@/api/catalogue'
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
  chart: [shape: Schemas['ShapeInput'], columns: number, rows: number]
  see: [id: string]
  file: [kind: string, file: File]
  takeOver: [lesson: string]
}>()
const files = useCatalogue().plan_formats
const picker = ref<HTMLInputElement>()
const wanted = ref<(typeof files)[number]>()
async function pick(file: (typeof files)[number]) {
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
const SHAPES: { shape: Schemas['ShapeInput']; name: string; columns?: number; rows?: number }[] = [
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

interface Entry {
  name: string
  act?: () => void
  href?: string
  strong?: boolean
}
const groups = computed<{ name: string; entries: Entry[] }[]>(() => {
  const { lesson, charts, send } = props
  const matching = lesson.plan.matching
  const first: Entry[] = [
    { name: 'Purpose, objectives, at hand, recap, task …', act: () => emit('opening') },
    { name: 'A question at the end', act: () => emit('question') },
  ]
  const cards = lesson.plan.cards
  const pictured = lesson.plan.matching_pictures
  const match = (on: boolean, pictures: boolean) => () => void send({ kind: 'set matching', on, pictures })
  if (cards.length > 1) {
    if (!matching || pictured)
      first.push({ name: 'Match the words with their meanings', act: match(true, false) })
    if ((!matching || !pictured) && cards.some((card) => card.picture || card.drawing.length))
      first.push({ name: 'Match the words with their pictures', act: match(true, true) })
    if (matching) first.push({ name: 'No matching card', act: match(false, false) })
  }
  const own = charts.map((chart) => ({
    name: `See “${chart.title}”`,
    strong: true,
    act: () => emit('see', chart.id),
  }))
  const shapes = SHAPES.map((one) => ({
    name: one.name,
    act: () => emit('chart', one.shape, one.columns ?? 2, one.rows ?? 2),
  }))
  const plans = others.value
    .slice(0, 8)
    .map((other) => ({ name: other.title, act: () => emit('takeOver', other.id) }))
  return [
    { name: '', entries: first },
    { name: 'A chart', entries: [...own, ...shapes] },
    { name: plans.length ? 'Take over the plan of' : '', entries: plans },
  ]
})
const fileGroups = computed<{ name: string; entries: Entry[] }[]>(() => [
  {
    name: 'Export',
    entries: files.map((file) => ({ name: file.name, href: `/api/lessons/${props.id}/plan/${file.kind}` })),
  },
  { name: 'Import', entries: files.map((file) => ({ name: file.name, act: () => void pick(file) })) },
])
const menus = computed(() => [
  { name: 'Add', icon: Plus, groups: groups.value },
  { name: 'Files', icon: FileText, groups: fileGroups.value },
])
</script>

<template>
  <Menu v-for="menu in menus" :key="menu.name" as="div" class="relative">
    <MenuButton class="button ml-1 whitespace-nowrap"
      ><component :is="menu.icon" :size="15" aria-hidden="true" />
      <span :class="menu.name === 'Files' ? 'sr-only' : ''">{{ menu.name }}</span></MenuButton
    >
    <Teleport to="body">
      <MenuItems
        class="fixed bottom-[84px] left-1/2 z-30 max-h-[70vh] w-[340px] -translate-x-1/2 overflow-y-auto rounded-panel border border-hairline bg-white p-1 text-[14px]"
      >
        <template v-for="group in menu.groups" :key="group.name">
          <p v-if="group.name" class="px-3 pt-2 pb-0.5 text-[12px] text-quiet">{{ group.name }}</p>
          <MenuItem v-for="entry in group.entries" :key="entry.name" v-slot="{ active }">
            <component
              :is="entry.href ? 'a' : 'button'"
              class="block w-full truncate rounded-small px-3 py-1.5 text-left"
              :class="{ 'bg-mist': active, 'font-semibold': entry.strong }"
              :href="entry.href"
              :download="entry.href ? '' : undefined"
              @click="entry.act?.()"
            >
              {{ entry.name }}
            </component>
          </MenuItem>
        </template>
      </MenuItems>
    </Teleport>
  </Menu>
  <input
    ref="picker"
    class="sr-only"
    type="file"
    tabindex="-1"
    aria-hidden="true"
    :accept="accepted(wanted?.endings ?? [])"
    @change="bring"
  />
</template>
