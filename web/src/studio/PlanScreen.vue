<script setup lang="ts">
import { computed, provide, ref, watch } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import { ask, client, type Command, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import SignpostRow from '@/parts/SignpostRow.vue'
import { useKeys } from '@/parts/keys'
import { duration, lasts } from '@/parts/words'
import { stateAt } from '@/stage/cueReader'
import { placesOf } from '@/stage/shapes'
import StagePage from '@/stage/StagePage.vue'
import { useMeaning } from './meaning'
import AcrossDialog from './plan/AcrossDialog.vue'
import { useChosenWords } from './plan/chosenWords'
import CloseUpEditor from './plan/CloseUpEditor.vue'
import CueNoteEditor from './plan/CueNoteEditor.vue'
import FirstSteps from './plan/FirstSteps.vue'
import InkLayer from './plan/InkLayer.vue'
import type { Point } from './plan/kinds'
import LegendDialog from './plan/LegendDialog.vue'
import MarkEditor from './plan/MarkEditor.vue'
import { useMarking } from './plan/marking'
import MoreMenu from './plan/MoreMenu.vue'
import PointEditor from './plan/PointEditor.vue'
import PointGrip from './plan/PointGrip.vue'
import { usePlanned } from './plan/offers'
import { isIn, postsOf } from './plan/posts'
import ReadingMenu from './plan/ReadingMenu.vue'
import RunStrip from './plan/RunStrip.vue'
import BoardView from './plan/BoardView.vue'
import { useWhereabouts } from './plan/whereabouts'
import SuggestionColumn from './plan/SuggestionColumn.vue'
import WordBar from './plan/WordBar.vue'

const lesson = useLesson()
const catalogue = useCatalogue()
const view = lesson.view
const document = computed(() => view.value.lesson)
const plan = computed(() => document.value.plan)
const revision = computed(() => view.value.revision)
const stage = useStage(lesson.id, revision)
const text = computed(() => document.value.passages)
/** The revision whose stage is on the screen: what stands around it is fetched behind it. */
const shownRevision = ref<number>()
watch(stage, () => (shownRevision.value = revision.value), { immediate: true })
const planned = usePlanned(
  lesson.id,
  shownRevision,
  text,
  computed(() => !!stage.value),
)
const { run } = planned
/** How long the lesson is: its film's true length once it is recorded, a guess before. */
const length = computed(() =>
  view.value.take_in_use && stage.value
    ? duration(stage.value.video_seconds)
    : `about ${lasts(run.value.reduce((sum, stop) => sum + stop.seconds, 0))}`,
)

const reading = ref('')
const { here, texts, lastText, page, shown, board, onText, hasBoard, stopHere, go, openOpening } =
  useWhereabouts(
    computed(() => stage.value?.layout),
    run,
    computed(() => document.value.pause_points),
    reading,
  )
const textNumber = computed(() => texts.value.indexOf(page.value))

const words = computed(() =>
  document.value.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.flatMap((b) => b.words))),
)
const places = computed(() => (stage.value ? placesOf(stage.value.layout) : new Map()))
const chosen = useChosenWords(words, (word) => places.value.get(word)?.page)
provide('chosen words', chosen)

/* What is open. */
const opened = ref('')
const draft = ref<Point>()
const drawing = ref(false)
const suggesting = ref(false)
/** The kind of suggestions that is looked at; empty: all. */
const suggestedKind = ref('')
const legendOpen = ref(false)
const legend = computed(() => document.value.legend)
const meaning = useMeaning(lesson.id.value, legend)
const current = computed(() => legend.value.find((one) => one.id === meaning.value)!)
const used = computed(() => new Set(document.value.marks.map((mark) => mark.meaning)))

const send = (command: Command) => lesson.send(command)

/** On the plan, every mark of the reading that is worked on stands fully drawn, and every part is filled in. */
const state = computed(() => ({
  ...stateAt(stage.value!.sheet, -1),
  page: page.value,
  marks: document.value.marks.filter(isIn(reading.value)).map((mark) => ({ mark: mark.id, progress: 1 })),
  parts: (shown.value?.parts ?? []).map((part) => part.id).filter((part) => !part.includes('.syllable')),
}))

function choose(word: string, extend: boolean) {
  chosen.choose(word, extend)
}
function step(by: number, extend: boolean) {
  if (onText.value) page.value = chosen.step(by, extend, page.value)
}
function clear() {
  chosen.clear()
  draft.value = undefined
  noted.value = undefined
  pointing.value = undefined
  drawing.value = false
}

/* Marks. */
const marking = useMarking({
  chosen,
  marks: computed(() => document.value.marks),
  meaning,
  reading,
  send,
  problem: lesson.problem,
  dismiss: lesson.dismiss,
  open: (id) => (opened.value = id),
})
const { pointing, across } = marking

/* Pause points. */
function ask_() {
  const span = chosen.span.value
  draft.value = { ...catalogue.fresh_point, after: span?.last ?? '', reading: reading.value }
  opened.value = 'new'
}
async function keepPoint(point: Point, reach: Schemas['ReachInput']) {
  // It is put away at once: the next words can be chosen while it is on its way. What is refused comes back.
  const was = opened.value
  draft.value = undefined
  opened.value = ''
  chosen.clear()
  if (await send({ kind: 'keep point', point, reach })) return true
  if (was === 'new') draft.value = point
  opened.value = was
  return false
}

/** A pause point at another word of the text. */
function movePoint(point: Point, word: string) {
  chosen.clear()
  if (word && word !== point.after)
    void send({ kind: 'keep point', point: { ...point, after: word }, reach: 'word' })
}
function stepPoint(point: Point, by: number) {
  const at = words.value.findIndex((word) => word.id === point.after)
  movePoint(point, words.value[at + by]?.id ?? '')
}

/* Cards, charts and the rest. */
async function makeCard(word: string) {
  const before = new Set(plan.value.cards.map((one) => one.id))
  if (!(await send({ kind: 'make card', word }))) return
  chosen.clear()
  here.value = plan.value.cards.find((one) => !before.has(one.id))?.id ?? here.value
}
/** While the chosen words are read, the stage comes closer to them. */
async function comeCloser() {
  const span = chosen.span.value
  if (!span) return
  const kept = await send({
    kind: 'keep close-up',
    close_up: { id: '', ...span, picture: '', how: 'closer' },
  })
  if (kept) clear()
}

/** A note of the teacher's own that is being written at the chosen words. */
const noted = ref<Schemas['CueNote']>()
function makeNote() {
  const at = chosen.span.value?.first
  if (at) noted.value = { id: '', at, text: '' }
}
async function keepNote(note: Schemas['CueNote']) {
  const kept = await send({ kind: 'keep cue note', note })
  if (kept && !note.id) {
    noted.value = undefined
    chosen.clear()
  }
  return kept
}
async function makeChart(shape: Schemas['ShapeInput'], columns: number, rows: number) {
  const before = new Set(plan.value.organizers.map((one) => one.id))
  if (await send({ kind: 'make organizer', shape, columns, rows }))
    here.value = plan.value.organizers.find((one) => !before.has(one.id))?.id ?? here.value
}
/** A file of marks, questions or word cards is added to the plan. */
function bringFile(kind: string, file: File) {
  const body = new FormData()
  body.append('file', file)
  void lesson.attempt((newest) => {
    body.set('revision', String(newest))
    return ask(
      client.POST('/api/lessons/{lesson}/plan/{kind}', {
        params: { path: { lesson: lesson.id.value, kind } },
        body: body as never,
        bodySerializer: (form) => form as never,
      }),
    )
  })
}

const takeOver = (of: string) =>
  lesson.attempt((newest) =>
    ask(
      client.POST('/api/lessons/{lesson}/plan', {
        params: { path: { lesson: lesson.id.value } },
        body: { of, revision: newest },
      }),
    ),
  )

/* The run. */
function goTo(stop: Schemas['Stop']) {
  suggesting.value = false
  go(stop)
}

/* Suggestions. */
const offers = computed(() =>
  planned.offers.value.filter(({ suggestion }) => places.value.get(suggestion.first)?.page === page.value),
)
const take = (suggestion: Schemas['Suggestion']) =>
  send({ kind: 'take suggestion', suggestion, meaning: current.value.id, reading: reading.value })

/* Signposts. */
const posts = computed(() =>
  postsOf(catalogue, document.value, reading.value, draft.value, opened.value, chosen.textOf, noted.value)
    .filter((post) => places.value.get(post.word)?.page === page.value)
    .sort((a, b) => (chosen.places.value.get(a.word) ?? 0) - (chosen.places.value.get(b.word) ?? 0)),
)
function open(id: string) {
  const card = plan.value.cards.find((one) => one.id === id)
  if (card) here.value = card.id
  else opened.value = opened.value === id ? '' : id
}
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
  p: () => chosen.span.value && ask_(),
  g: () => chosen.span.value && void makeCard(chosen.span.value.first),
  j: makeNote,
  z: () => void comeCloser(),
  i: () => onText.value && (drawing.value = !drawing.value),
  e: () => (suggesting.value = !suggesting.value),
  l: () => (legendOpen.value = true),
  r: () => marking.asDrawn(opened.value),
  ...Object.fromEntries(
    catalogue.forms.filter((form) => form.key).map((form) => [form.key, () => void marking.mark(form)]),
  ),
  ...Object.fromEntries(
    [1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => [
      String(n),
      () => legend.value[n - 1] && (meaning.value = legend.value[n - 1]!.id),
    ]),
  ),
  escape: clear,
})
</script>

<template>
  <Teleport defer to="#screen-facts">{{ length }}{{ view.unit ? ' · ' : '' }}</Teleport>
  <Teleport defer to="#screen-actions">
    <RouterLink class="button button-main" :to="{ name: 'record' }">Go to Record</RouterLink>
  </Teleport>
  <div v-if="stage && shown" class="flex min-h-0 flex-1 flex-col">
    <SignpostRow
      v-if="onText"
      class="min-h-0 flex-1"
      :posts="suggesting ? [] : posts"
      :line-of="lineOf"
      :height="stage.layout.height"
      @open="open"
    >
      <template #page>
        <StagePage
          :layout="stage.layout"
          :state="state"
          text-only
          choosable
          :chosen="chosen.ids.value"
          label="Page of the passage. Choose words with the arrow keys."
          @choose="choose"
        >
          <InkLayer
            v-if="drawing"
            :width="stage.layout.width"
            :height="stage.layout.height"
            :colour="current.colour"
            @drawn="(strokes) => marking.ink(page, strokes)"
          />
        </StagePage>
      </template>
      <template #head="{ post }">
        <PointGrip
          v-if="post.point && post.id !== 'new' && post.point.after"
          @over="(word) => (word ? chosen.set(word, word) : chosen.clear())"
          @drop="(word) => movePoint(post.point!, word)"
          @step="(by) => stepPoint(post.point!, by)"
        />
      </template>
      <template #post="{ post }">
        <PointEditor
          v-if="post.point"
          :key="post.id"
          :point="post.point"
          :lesson="document"
          :deed="post.id === 'new' ? 'Put the pause point here' : 'Keep'"
          :of="lesson.id.value"
          :send="keepPoint"
          @cancel="((opened = ''), (draft = undefined))"
        />
        <div v-if="post.point && post.id !== 'new'" class="mt-2 flex gap-3 text-[13px]">
          <button
            v-if="hasBoard(post.id)"
            class="font-semibold text-lake hover:underline"
            type="button"
            @click="here = post.id"
          >
            See it on the stage
          </button>
          <button
            class="font-semibold text-quiet hover:underline"
            type="button"
            :aria-label="`Remove the pause point ${post.title}`"
            @click="send({ kind: 'remove pause point', id: post.id })"
          >
            Remove
          </button>
        </div>
        <CueNoteEditor
          v-if="post.cue"
          :note="post.cue"
          :send="keepNote"
          @remove="post.cue.id ? send({ kind: 'remove cue note', id: post.id }) : (noted = undefined)"
        />
        <CloseUpEditor
          v-if="post.closeUp"
          :close-up="post.closeUp"
          :lesson="document"
          @keep="(close_up) => send({ kind: 'keep close-up', close_up })"
          @remove="send({ kind: 'remove close-up', id: post.id })"
        />
        <MarkEditor
          v-if="post.mark"
          :mark="post.mark"
          :lesson="document"
          :printed="post.title"
          :send="(mark) => send({ kind: 'keep mark', mark })"
          @remove="send({ kind: 'remove mark', id: post.id })"
        />
      </template>
      <template #empty>
        <SuggestionColumn
          v-if="suggesting"
          class="absolute inset-0 pl-[34px]"
          v-model:kind="suggestedKind"
          :offers="offers"
          :text-of="chosen.textOf"
          @take="take"
          @see="(one) => chosen.set(one.first, one.last)"
          @close="((suggesting = false), (suggestedKind = ''), chosen.clear())"
        />
        <FirstSteps
          v-else-if="!posts.length"
          :offers="offers"
          @suggest="(kind) => ((suggestedKind = kind), (suggesting = true))"
          @opening="openOpening"
        />
      </template>
    </SignpostRow>
    <BoardView
      v-else
      :stage="stage"
      :state="state"
      :board="board"
      :texts="texts"
      :lesson="document"
      :id="lesson.id.value"
      :send="send"
      @see="(id) => (here = id)"
      @leaf="(n) => (page = n)"
      @back="page = texts[0] ?? 0"
      @problem="lesson.report"
    />
    <WordBar
      v-if="onText"
      v-model:meaning="meaning"
      v-model:drawing="drawing"
      v-model:suggesting="suggesting"
      :chosen="chosen.span.value ? chosen.textOf(chosen.span.value.first, chosen.span.value.last) : ''"
      :legend="legend"
      :used="document.marks.map((mark) => mark.form.kind)"
      :forms="catalogue.forms"
      :number="textNumber"
      :count="texts.length"
      :pointing="!!pointing"
      @turn="(to) => (page = texts[to] ?? 0)"
      @pause="ask_"
      @note="makeNote"
      @closer="comeCloser"
      @card="chosen.span.value && makeCard(chosen.span.value.first)"
      @mark="marking.mark"
      @legend="legendOpen = true"
      @clear="clear"
    />
    <RunStrip
      :run="run"
      :here="stopHere"
      @go="goTo"
      @order="(order) => send({ kind: 'set order', order: order as Schemas['Part'][] })"
    >
      <MoreMenu
        :lesson="document"
        :id="lesson.id.value"
        :send="send"
        :charts="plan?.organizers ?? []"
        @opening="openOpening"
        @question="((draft = { ...catalogue.fresh_point, reading }), (page = lastText))"
        @chart="makeChart"
        @see="(id) => (here = id)"
        @file="bringFile"
        @take-over="takeOver"
      />
      <ReadingMenu
        v-model="reading"
        :readings="plan?.readings ?? []"
        :span="chosen.span.value"
        :send="send"
      />
    </RunStrip>
    <AcrossDialog
      :open="!!across"
      @choose="(on) => across && marking.ink(across.page, across.strokes, on)"
      @close="across = undefined"
    />
    <LegendDialog :open="legendOpen" :legend="legend" :used="used" :send="send" @close="legendOpen = false" />
  </div>
</template>
