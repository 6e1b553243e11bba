<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { useQuery } from '@tanstack/vue-query'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import { ask, client, type Take } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { knownUpTo } from '@/api/trail'
import { lasts } from '@/parts/words'
import { takeName } from '../takes'
import NamesSaid from './NamesSaid.vue'

/** How it was read: the pace of each paragraph beside the plan and the grade, and what a teacher can do. */
const props = defineProps<{ take: string; printed: ReadonlyMap<string, string> }>()
defineEmits<{ seek: [at: number] }>()
const lesson = useLesson()
const { grades } = useCatalogue()
/** The grade whose norms stand beside the pace, here as at the desk; 0 for none. */
const grade = useLocalStorage('word-trail.grade', 0)
/** What there is to know of a take; none for no take. */
const useReading = (take: () => string) =>
  useQuery({
    queryKey: computed(() => ['reading', lesson.id.value, take(), knownUpTo(lesson.view.value), grade.value]),
    queryFn: async () => {
      const path = { lesson: lesson.id.value }
      const query = { take: take(), grade: grade.value }
      return (await ask(client.GET('/api/lessons/{lesson}/reading', { params: { path, query } }))).known
    },
    enabled: computed(() => !!take()),
    placeholderData: (before) => before,
    retry: false,
  }).data
const known = useReading(() => props.take)
/* Another take beside it. */
const others = computed(() => lesson.view.value.takes.filter((one) => one.has_trail && one.id !== props.take))
const beside = ref('')
const compared = computed(() => others.value.find((one) => one.id === beside.value))
const other = useReading(() => compared.value?.id ?? '')
const otherPaces = computed(
  () => new Map(compared.value ? other.value?.paces.map((one) => [one.first, one.correct]) : []),
)
/** What is known of both takes, line by line. */
const table = computed(() => {
  const mine = lesson.view.value.takes.find((one) => one.id === props.take)
  const theirs = compared.value
  if (!mine || !theirs) return []
  const words = (one: Take) => `${one.words_read} of ${one.words}`
  const pace = (one: Take) => (one.figures ? `${Math.round(one.figures.words_per_minute)}` : '–')
  const lines = [
    { title: 'Words read', mine: words(mine), theirs: words(theirs) },
    { title: 'Slips', mine: `${mine.figures?.slips ?? '–'}`, theirs: `${theirs.figures?.slips ?? '–'}` },
    { title: 'Words a minute', mine: pace(mine), theirs: pace(theirs) },
    { title: 'Length', mine: lasts(mine.seconds), theirs: lasts(theirs.seconds) },
  ]
  const notes = new Map(other.value?.notes.map((note) => [note.title, note.figure]))
  const both = known.value?.notes.filter((note) => notes.has(note.title)) ?? []
  return [
    ...lines,
    ...both.map((note) => ({ title: note.title, mine: note.figure, theirs: notes.get(note.title) ?? '' })),
  ]
})

const WIDTH = 270
const HEIGHT = 96
const EDGE = 10
const FOOT = 16
const highest = computed(() => {
  const { paces = [], planned = 0, band = [0, 0] } = known.value ?? {}
  return 1.08 * Math.max(planned, band[1] ?? 0, ...paces.map((one) => one.correct), 60)
})
const y = (rate: number) => HEIGHT - FOOT - (rate / highest.value) * (HEIGHT - FOOT - 6)
const dots = computed(() => {
  const paces = known.value?.paces ?? []
  const step = (WIDTH - 2 * EDGE) / Math.max(1, paces.length - 1)
  return paces.map((one, n) => ({
    ...one,
    x: paces.length === 1 ? WIDTH / 2 : EDGE + n * step,
    y: y(one.correct),
    label: one.page && one.page !== paces[n - 1]?.page ? one.page : '',
    says: `${one.page ? `${one.page}, ` : ''}“${props.printed.get(one.first) ?? ''} …”: ${rated(one)}`,
  }))
})
/** A pace as one says it: of the words said in a minute, those that are correct. */
function rated({ words_per_minute, correct }: { words_per_minute: number; correct: number }) {
  const [said, right] = [Math.round(words_per_minute), Math.round(correct)]
  return said === right ? `${said} words a minute, all correct` : `${said} words a minute, ${right} correct`
}
/** Each page that has a name, from its first dot to its last. */
const pages = computed(() =>
  (known.value?.pages ?? []).flatMap((one) => {
    const own = dots.value.filter((dot) => dot.first === one.first || dot.first === one.last)
    const [first, last] = [own[0], own[own.length - 1]]
    if (!first || !last) return []
    return [
      { ...one, from: first.x - 6, to: last.x + 6, y: y(one.correct), says: `${one.page}: ${rated(one)}` },
    ]
  }),
)
const quick = computed(() => dots.value.filter((one) => one.quick).length)
</script>

<template>
  <section v-if="known?.paces.length" class="panel p-3" aria-label="How it was read">
    <div class="flex items-baseline justify-between gap-2">
      <h2 class="font-bold">How it was read</h2>
      <label class="text-[13px] text-quiet"
        >Grade
        <select v-model.number="grade" class="rounded-small border border-hairline bg-white px-1 py-0.5">
          <option :value="0">–</option>
          <option v-for="one in grades" :key="one" :value="one">{{ one }}</option>
        </select></label
      >
    </div>
    <div class="relative mt-1">
      <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="block w-full" aria-hidden="true">
        <rect
          v-if="known.band[1]"
          x="0"
          :y="y(known.band[1])"
          :width="WIDTH"
          :height="y(known.band[0]!) - y(known.band[1])"
          fill="var(--color-moss-pale)"
        />
        <line
          x1="0"
          :x2="WIDTH"
          :y1="y(known.planned)"
          :y2="y(known.planned)"
          stroke="var(--color-moss)"
          stroke-width="1.5"
          stroke-dasharray="2 4"
        />
        <line
          v-for="one in pages"
          :key="`p${one.first}`"
          :x1="one.from"
          :x2="one.to"
          :y1="one.y"
          :y2="one.y"
          stroke="var(--color-moss-half)"
          stroke-width="3"
          stroke-linecap="round"
        />
        <g v-for="dot in dots" :key="dot.first">
          <line
            :x1="dot.x"
            :x2="dot.x"
            :y1="dot.y"
            :y2="HEIGHT - FOOT"
            stroke="var(--color-hairline)"
            stroke-width="1"
          />
          <text v-if="dot.label" :x="dot.x" :y="HEIGHT - 3" font-size="10" fill="var(--color-quiet)">
            {{ dot.label }}
          </text>
        </g>
      </svg>
      <template v-for="dot in dots" :key="`o${dot.first}`">
        <i
          v-if="otherPaces.has(dot.first)"
          class="absolute block h-[9px] w-[9px] -translate-x-1/2 -translate-y-1/2 rounded-round border-2 border-lake bg-white"
          :style="{
            left: `${(100 * dot.x) / WIDTH}%`,
            top: `${(100 * y(otherPaces.get(dot.first)!)) / HEIGHT}%`,
          }"
          aria-hidden="true"
        />
      </template>
      <button
        v-for="dot in dots"
        :key="dot.first"
        type="button"
        class="absolute flex h-[24px] w-[24px] -translate-x-1/2 -translate-y-1/2 items-center justify-center rounded-round"
        :style="{ left: `${(100 * dot.x) / WIDTH}%`, top: `${(100 * dot.y) / HEIGHT}%` }"
        :title="dot.says"
        :aria-label="dot.says"
        @click="$emit('seek', dot.start)"
      >
        <i
          class="block h-[9px] w-[9px]"
          :class="dot.quick ? 'rotate-45 bg-signal' : 'rounded-round bg-moss'"
        />
      </button>
    </div>
    <p class="text-[13px] text-quiet">
      Words correct a minute: a dot for each paragraph, a line for each page; the dotted line is your
      plan<template v-if="known.band[1]">, the band is what most of grade {{ grade }} read alone</template>.
      <template v-if="quick"
        >{{ quick === 1 ? 'One runs' : `${quick} run` }} ahead of it: slower there, or tell the
        class.</template
      >
    </p>
    <label v-if="others.length" class="mt-2 flex items-center gap-2 text-[13px] text-quiet"
      >Beside
      <select v-model="beside" class="min-w-0 rounded-small border border-hairline bg-white px-1 py-0.5">
        <option value="">no other take</option>
        <option v-for="one in others" :key="one.id" :value="one.id">{{ takeName(one) }}</option>
      </select></label
    >
    <table v-if="table.length" class="mt-1 w-full text-[13px]">
      <thead>
        <tr class="text-left text-quiet">
          <th scope="col"><span class="sr-only">What is known</span></th>
          <th scope="col" class="text-right font-semibold">this take</th>
          <th scope="col" class="max-w-[80px] truncate text-right font-semibold text-lake">
            {{ takeName(compared!) }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in table" :key="line.title">
          <th scope="row" class="text-left font-normal">{{ line.title }}</th>
          <td class="text-right font-bold">{{ line.mine }}</td>
          <td class="text-right font-bold">{{ line.theirs }}</td>
        </tr>
      </tbody>
    </table>
    <dl v-if="pages.length > 1" class="mt-1 grid grid-cols-[1fr_auto] gap-y-0.5 text-[13px]">
      <template v-for="one in pages" :key="one.first">
        <dt>{{ one.page || 'a page without a number' }}</dt>
        <dd class="text-right">{{ rated(one) }}</dd>
      </template>
    </dl>
    <dl class="mt-1 grid grid-cols-[1fr_auto] gap-y-1 text-[14px]">
      <template v-for="note in known.notes" :key="note.title">
        <dt>{{ note.title }}</dt>
        <dd class="text-right font-bold">{{ note.figure }}</dd>
        <dd v-if="note.advice" class="col-span-2 text-[13px] text-quiet">{{ note.advice }}</dd>
      </template>
    </dl>
    <Disclosure v-if="known.notes.length">
      <DisclosureButton
        class="mt-1 min-h-[24px] text-left text-[13px] font-semibold text-moss underline-offset-2 hover:underline"
        >How these are measured</DisclosureButton
      >
      <DisclosurePanel as="dl" class="text-[13px]">
        <dt class="font-semibold">Words correct</dt>
        <dd class="mb-1 text-quiet">
          Words that were said as they are printed, in a minute of reading: what was misread or left out does
          not count, what was said again counts once. Talk is not reading.
        </dd>
        <template v-for="note in known.notes" :key="note.title">
          <dt class="font-semibold">{{ note.title }}</dt>
          <dd class="mb-1 text-quiet">{{ note.method }}</dd>
        </template>
      </DisclosurePanel>
    </Disclosure>
    <NamesSaid
      v-if="known.names.length"
      :take="take"
      :names="known.names"
      @seek="(at) => $emit('seek', at)"
    />
  </section>
</template>
