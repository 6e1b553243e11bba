<script setup lang="ts">
import { computed, inject, provide, ref, watch } from 'vue'
import { activityOf, useCatalogue } from '@/api/catalogue'
import type { Command, Schemas } from '@/api/client'
import { useKeys } from '@/parts/keys'
import { pagesOf } from '@/stage/boardPages'
import BoardPages from '@/stage/BoardPages.vue'
import type { StageState } from '@/stage/cueReader'
import StagePage from '@/stage/StagePage.vue'
import CardEditor from './CardEditor.vue'
import type { ChosenWords } from './chosenWords'
import OpeningEditor from './OpeningEditor.vue'
import OrganizerEditor from './OrganizerEditor.vue'
import PointEditor from './PointEditor.vue'
import RunItems from './RunItems.vue'
import StageWriting from './StageWriting.vue'

/** What stands on a page of its own (a card, a chart, a question, the opening), as it is seen and with its
 * fields beside it. Words of the text can be chosen for it without leaving it. */
const props = defineProps<{
  stage: Schemas['Stage']
  state: StageState
  board: string
  /** The pages of the text. */
  texts: readonly number[]
  lesson: Schemas['Lesson']
  id: string
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{
  see: [board: string]
  leaf: [page: number]
  back: []
  problem: [fault: unknown]
}>()
const catalogue = useCatalogue()
const chosen = inject<ChosenWords>('chosen words')!

/** The pages that it takes. */
const pages = computed(() => pagesOf(props.stage.layout, props.board))
const plan = computed(() => props.lesson.plan)
const card = computed(() => plan.value.cards.find((one) => one.id === props.board))
const chart = computed(() => plan.value.organizers.find((one) => one.id === props.board))
const point = computed(() => props.lesson.pause_points.find((one) => one.id === props.board))
const words = computed(() =>
  props.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.flatMap((b) => b.words))),
)
const sentence = computed(() => {
  const own = words.value.find((one) => one.id === card.value?.at)
  const around = own ? words.value.filter((one) => one.sentence === own.sentence) : []
  return around.map((one) => one.text).join(' ')
})

/** What else stands in the part of the run that is shown. */
const items = computed(() => {
  if (card.value) return plan.value.cards.map((one) => ({ id: one.id, name: one.word }))
  if (point.value && !point.value.after)
    return props.lesson.pause_points
      .filter((one) => !one.after)
      .map((one) => ({ id: one.id, name: one.question }))
  return []
})
const order = (ids: string[]) =>
  props.send(card.value ? { kind: 'order cards', ids } : { kind: 'order questions', ids })

/* Choosing words of the text. */
const choosing = ref(false)
const text = ref(0)
const textNumber = computed(() => props.texts.indexOf(text.value))
const shown = computed(() => (choosing.value ? { ...props.state, page: text.value } : props.state))
provide('choose in the text', {
  offered: computed(() => props.texts.length > 0),
  open: () => {
    if (textNumber.value < 0) text.value = props.texts[0] ?? 0
    choosing.value = true
  },
  done: () => (choosing.value = false),
})
watch(
  () => props.board,
  () => (choosing.value = false),
)
const turn = (by: number) => (text.value = props.texts[textNumber.value + by] ?? text.value)
function step(by: number, extend: boolean) {
  if (choosing.value) text.value = chosen.step(by, extend, text.value)
}
useKeys({
  arrowright: () => step(1, false),
  arrowleft: () => step(-1, false),
  'shift+arrowright': () => step(1, true),
  'shift+arrowleft': () => step(-1, true),
})

async function keepPoint(changed: Schemas['PausePoint'], reach: Schemas['ReachInput']) {
  const kept = await props.send({ kind: 'keep point', point: changed, reach })
  if (kept) chosen.clear()
  return kept
}
async function remove(command: Command) {
  if (await props.send(command)) emit('back')
}
</script>

<template>
  <div class="flex min-h-0 flex-1 gap-5 narrow:flex-col">
    <div class="flex min-w-0 flex-1 flex-col items-start">
      <div v-if="choosing" class="mb-2 flex w-full items-center gap-2">
        <strong class="whitespace-nowrap">Choose the words in the text</strong>
        <span class="ml-auto flex items-center gap-1">
          <button
            class="button min-h-[32px] px-2"
            type="button"
            aria-label="Page before"
            :disabled="textNumber === 0"
            @click="turn(-1)"
          >
            ‹
          </button>
          <span class="text-[13px] whitespace-nowrap tabular-nums"
            >page {{ textNumber + 1 }} of {{ texts.length }}</span
          >
          <button
            class="button min-h-[32px] px-2"
            type="button"
            aria-label="Next page"
            :disabled="textNumber === texts.length - 1"
            @click="turn(1)"
          >
            ›
          </button>
        </span>
        <button class="button min-h-[32px]" type="button" @click="((choosing = false), chosen.clear())">
          Back to the stage
        </button>
      </div>
      <div
        class="panel min-h-0 w-full overflow-hidden"
        :class="choosing ? 'flex-1' : 'aspect-video max-h-full'"
      >
        <StagePage
          :layout="stage.layout"
          :state="shown"
          :text-only="choosing"
          :choosable="choosing || !!point"
          :live="!choosing"
          :chosen="chosen.ids.value"
          :label="
            choosing ? 'Page of the passage. Choose words with the arrow keys.' : 'The stage at this point'
          "
          @choose="(word, extend) => chosen.choose(word, extend)"
        >
          <template #default="{ page }">
            <StageWriting
              v-if="!choosing"
              :key="board"
              :page="page"
              :texts="stage.texts"
              :edge="stage.layout.width - 90"
              :send="(text, written) => send({ kind: 'write on stage', text, written })"
            />
          </template>
        </StagePage>
      </div>
      <div v-if="!choosing" class="mt-3 flex w-full items-start gap-3">
        <button v-if="texts.length" class="button" type="button" @click="emit('back')">
          Back to the text
        </button>
        <BoardPages
          v-if="pages.length > 1"
          :pages="pages"
          :at="state.page"
          @look="(page) => emit('leaf', page)"
        />
        <RunItems
          v-if="items.length > 1"
          class="flex-1"
          :items="items"
          :here="board"
          @go="(id) => emit('see', id)"
          @order="order"
        />
      </div>
    </div>
    <section class="-mx-1 w-[348px] shrink-0 overflow-y-auto px-1 py-1" aria-label="What stands here">
      <CardEditor
        v-if="card"
        :key="card.id"
        :card="card"
        :lesson="id"
        :sentence="sentence"
        :send="(card) => send({ kind: 'keep card', card })"
        @remove="remove({ kind: 'remove card', id: card.id })"
        @problem="(fault) => emit('problem', fault)"
      />
      <OrganizerEditor
        v-else-if="chart"
        :id="id"
        :chart="chart"
        :lesson="lesson"
        :beside="stage.layout.pages.some((page) => page.board === chart!.id && !!page.beside)"
        :send="(organizer) => send({ kind: 'keep organizer', organizer })"
        @grid="(columns, rows) => send({ kind: 'set grid', id: chart!.id, columns, rows })"
        @remove="remove({ kind: 'remove organizer', id: chart.id })"
      />
      <template v-else-if="point">
        <h2 class="mb-2 font-bold">{{ activityOf(catalogue, point.activity.kind).name }}</h2>
        <PointEditor
          :key="point.id"
          :point="point"
          :lesson="lesson"
          deed="Keep"
          :of="id"
          :send="keepPoint"
          @cancel="emit('back')"
        />
      </template>
      <OpeningEditor
        v-else
        :lesson="lesson"
        :send-opening="(opening) => send({ kind: 'set opening', opening })"
        :send-closing="(closing) => send({ kind: 'set closing', closing })"
      />
    </section>
  </div>
</template>
