<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { computed, ref, watch } from 'vue'
import type { Command, Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import SignpostRow from '@/parts/SignpostRow.vue'
import { useKeys } from '@/parts/keys'
import { stateAt } from '@/stage/cueReader'
import { placesOf } from '@/stage/shapes'
import StagePage from '@/stage/StagePage.vue'
import PauseForm from './PauseForm.vue'

const lesson = useLesson()
const view = lesson.view
const stage = useStage(
  lesson.id,
  computed(() => view.value?.revision),
)
const page = ref(1)
const from = ref('')
const to = ref('')
const asking = ref(false)
const opened = ref('')

const words = computed(() =>
  view.value!.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.flatMap((b) => b.words))),
)
const positions = computed(() => new Map(words.value.map((word, index) => [word.id, index])))
const chosen = computed(() => {
  const a = positions.value.get(from.value)
  const b = positions.value.get(to.value)
  if (a === undefined || b === undefined) return []
  return words.value.slice(Math.min(a, b), Math.max(a, b) + 1)
})
const chosenIds = computed(() => new Set(chosen.value.map((word) => word.id)))
const places = computed(() => (stage.value ? placesOf(stage.value.layout) : new Map()))
const pages = computed(() => stage.value?.layout.pages.length ?? 1)

/** On the plan, every mark stands fully drawn. */
const state = computed(() => ({
  ...stateAt(stage.value!.sheet, -1),
  page: page.value,
  marks: stage.value!.layout.marks.map((mark) => ({ mark: mark.id, progress: 1 })),
}))
const legend = computed(() => view.value!.lesson.legend ?? [])

watch(pages, (count) => (page.value = Math.min(page.value, count - 1)))
watch(chosen, () => (asking.value = false))

function choose(word: string, extend: boolean) {
  if (!extend || !from.value) from.value = word
  to.value = word
  opened.value = ''
}

function step(by: number, extend: boolean) {
  const here = positions.value.get(to.value)
  const first = words.value.findIndex((word) => places.value.get(word.id)?.page === page.value)
  const next =
    words.value[here === undefined ? first : Math.min(Math.max(here + by, 0), words.value.length - 1)]
  if (!next) return
  choose(next.id, extend)
  page.value = places.value.get(next.id)?.page ?? page.value
}

function clear() {
  from.value = to.value = ''
  asking.value = false
}

const last = computed(() => chosen.value[chosen.value.length - 1])
async function mark(kind: Schemas['MarkKind'], meaning: string) {
  if (!last.value) return
  const command: Command = {
    kind: 'add mark',
    mark: kind,
    first: chosen.value[0]!.id,
    last: last.value.id,
    meaning,
  }
  if (await lesson.send(command)) clear()
}

async function ask(question: string, seconds: number) {
  if (!last.value) return
  if (await lesson.send({ kind: 'add pause point', after: last.value.id, question, think_seconds: seconds }))
    clear()
}

async function change(id: string, question: string, seconds: number) {
  if (await lesson.send({ kind: 'change pause point', id, question, think_seconds: seconds }))
    opened.value = ''
}

const textOf = (first: string, end: string) =>
  words.value
    .slice(positions.value.get(first), (positions.value.get(end) ?? 0) + 1)
    .map((word) => word.text)
    .join(' ')

interface Post {
  id: string
  word: string
  kind: 'pause' | 'mark'
  colour: string
  title: string
  note: string
  body: string
  seconds: number
  open: boolean
}
const posts = computed<Post[]>(() => {
  const pauses = view.value!.lesson.pause_points!.map((point) => ({
    id: point.id,
    word: point.after,
    kind: 'pause' as const,
    colour: 'lake',
    title: 'Pause point',
    note: `${point.think_seconds} s to think`,
    body: point.question,
    seconds: point.think_seconds,
    open: true,
  }))
  const marks = view.value!.lesson.marks!.map((one) => {
    const meaning = legend.value.find((entry) => entry.id === one.meaning)
    return {
      id: one.id,
      word: one.last,
      kind: 'mark' as const,
      colour: meaning?.colour ?? 'moss',
      title: textOf(one.first, one.last),
      note: `${meaning?.letter} · ${meaning?.name}`,
      body: '',
      seconds: 0,
      open: false,
    }
  })
  return [...pauses, ...marks]
    .filter((post) => places.value.get(post.word)?.page === page.value)
    .sort((a, b) => (positions.value.get(a.word) ?? 0) - (positions.value.get(b.word) ?? 0))
})
const lineOf = (word: string) => {
  const place = places.value.get(word)
  return place
    ? { x: place.box.x + place.box.width, y: place.box.baseline + 0.56 * place.box.size }
    : { x: 0, y: 0 }
}

useKeys({
  arrowright: () => step(1, false),
  arrowleft: () => step(-1, false),
  'shift+arrowright': () => step(1, true),
  'shift+arrowleft': () => step(-1, true),
  p: () => (asking.value = chosen.value.length > 0),
  u: () => void mark('underline', 'evidence'),
  h: () => void mark('highlight', 'new-word'),
  escape: clear,
})
</script>

<template>
  <Teleport to="#step-actions">
    <RouterLink class="button button-main" :to="{ name: 'record' }">Go to Record</RouterLink>
  </Teleport>
  <div v-if="stage" class="flex min-h-0 flex-1 flex-col">
    <SignpostRow class="min-h-0 flex-1" :posts="posts" :line-of="lineOf" :height="stage.layout.height">
      <template #page>
        <StagePage
          :layout="stage.layout"
          :state="state"
          text-only
          choosable
          :chosen="chosenIds"
          label="Page of the passage. Choose words with the arrow keys."
          @choose="choose"
        />
      </template>
      <template #head="{ post }">
        <button
          v-if="post.kind === 'mark'"
          class="-mr-1 rounded-small p-1 hover:bg-white/20"
          type="button"
          :aria-label="`Remove the mark on ${post.title}`"
          title="Remove this mark"
          @click="lesson.send({ kind: 'remove mark', id: post.id })"
        >
          <Trash2 :size="14" aria-hidden="true" />
        </button>
      </template>
      <template #post="{ post }">
        <PauseForm
          v-if="post.kind === 'pause' && opened === post.id"
          :question="post.body"
          :seconds="post.seconds"
          deed="Keep"
          @done="(question, seconds) => change(post.id, question, seconds)"
          @cancel="opened = ''"
        />
        <template v-else>
          <p v-if="post.body" class="text-[14px]">{{ post.body }}</p>
          <div class="mt-1 flex gap-3 text-[13px]">
            <button
              class="font-semibold text-lake underline-offset-2 hover:underline"
              type="button"
              @click="opened = post.id"
            >
              Change
            </button>
            <button
              class="font-semibold text-quiet underline-offset-2 hover:underline"
              type="button"
              :aria-label="`Remove the pause point ${post.body}`"
              @click="lesson.send({ kind: 'remove pause point', id: post.id })"
            >
              Remove
            </button>
          </div>
        </template>
      </template>
      <template #empty>
        <p v-if="!posts.length && !chosen.length" class="text-quiet">
          <strong class="text-ink">Choose a word</strong> on the page: put a pause point after it, or mark it.
          For several words, click the first, then hold <kbd class="key">Shift</kbd> and click the last.
        </p>
      </template>
    </SignpostRow>
    <section class="sheet mt-3 flex min-h-[60px] items-center gap-2 px-4 py-2" aria-label="The chosen words">
      <template v-if="!chosen.length">
        <button class="button" type="button" :disabled="page <= 0" @click="page--">Page before</button>
        <span>{{ page === 0 ? 'Title card' : `Page ${page} of ${pages - 1}` }}</span>
        <button class="button" type="button" :disabled="page >= pages - 1" @click="page++">Next page</button>
        <span class="ml-4 flex flex-wrap gap-4 text-[14px]" aria-label="Legend">
          <strong>Legend</strong>
          <span v-for="meaning in legend" :key="meaning.id" class="inline-flex items-center gap-2">
            <span
              class="w-8 border-b-4"
              :style="{ borderColor: `var(--color-${meaning.colour})`, borderStyle: meaning.line }"
              aria-hidden="true"
            />
            <span
              ><strong
                :style="{
                  color: `var(--color-${meaning.colour === 'ochre' ? 'ochre-deep' : meaning.colour})`,
                }"
                >{{ meaning.letter }}</strong
              >
              {{ meaning.name }}</span
            >
          </span>
        </span>
      </template>
      <PauseForm
        v-else-if="asking"
        question=""
        :seconds="15"
        deed="Put the pause point here"
        wide
        @done="ask"
        @cancel="asking = false"
      />
      <template v-else>
        <span class="max-w-[200px] truncate font-passage text-[17px]"
          >“{{ textOf(chosen[0]!.id, last!.id) }}”</span
        >
        <button class="button button-main" type="button" @click="asking = true">
          Pause after this <kbd class="key text-ink">P</kbd>
        </button>
        <span class="mx-1 h-6 border-l border-hairline" aria-hidden="true" />
        <span class="text-[14px] text-quiet">Mark</span>
        <button
          v-for="meaning in legend"
          :key="meaning.id"
          class="button"
          type="button"
          @click="mark(meaning.id === 'new-word' ? 'highlight' : 'underline', meaning.id)"
        >
          <span
            class="w-5 border-b-4"
            :style="{ borderColor: `var(--color-${meaning.colour})`, borderStyle: meaning.line }"
            aria-hidden="true"
          />{{ meaning.name }}
        </button>
        <button class="button" type="button" @click="mark('highlight', 'evidence')">
          Highlight <kbd class="key">H</kbd>
        </button>
        <button class="button ml-auto" type="button" title="Choose nothing" @click="clear">
          <kbd class="key">Esc</kbd>
        </button>
      </template>
    </section>
  </div>
</template>
