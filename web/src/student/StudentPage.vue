<script setup lang="ts">
import { Pause, Play } from '@lucide/vue'
import { useEventListener, useLocalStorage, useSessionStorage } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import { useKeys } from '@/parts/keys'
import { clock } from '@/parts/words'
import { SPEEDS, usePlayer } from '@/stage/player'
import { pagesOf } from '@/stage/boardPages'
import BoardPages from '@/stage/BoardPages.vue'
import StagePage from '@/stage/StagePage.vue'
import AnswerTargets from './AnswerTargets.vue'
import { useAnswers } from './answers'
import { useBoardPages } from './boardPages'
import { useLookingBack } from './lookingBack'
import { answered } from './opening'
import { useShape, type Shape } from './shape'
import TrailSlider from './TrailSlider.vue'
import YourTurn from './YourTurn.vue'

const props = defineProps<{ token: string }>()
const stage = shallowRef<Schemas['StudentStage']>()
const problem = ref<Problem>()
const waiting = ref(false)
const sheet = computed(() => stage.value?.sheet)
const player = usePlayer(
  computed(() => (stage.value ? `/api/student/${props.token}/sound` : '')),
  sheet,
  { gates: true },
)
const pageNote = computed(() => {
  const here = stage.value?.layout.pages[player.state.value?.page ?? 0]
  const texts = stage.value?.layout.pages.filter((page) => !page.board && !page.title) ?? []
  const number = here ? texts.indexOf(here) + 1 : 0
  return number
    ? `page ${number} of ${texts.length}${here!.label ? ` · in your book: ${here!.label}` : ''}`
    : ''
})
const gate = computed(() => sheet.value?.gates.find((one) => one.pause === player.gate.value))
const left = computed(() => Math.max(0, Math.ceil((gate.value?.think_seconds ?? 0) - player.waited.value)))
const point = computed(() => stage.value?.points.find((one) => one.id === gate.value?.shows))
const board = computed(() => stage.value?.boards.find((one) => one.part === gate.value?.kind))
const over = computed(() => !!sheet.value && player.time.value >= sheet.value.seconds - 0.05 && !gate.value)

const { shape } = useShape()
const fetched = (wanted: Shape) =>
  answered(
    (signal) =>
      ask(
        client.GET('/api/student/{token}', {
          params: { path: { token: props.token }, query: { shape: wanted } },
          signal,
        }),
      ),
    () => (waiting.value = true),
  )

/* Turned, the device shows the same moment on a page that fits. */
watch(shape, async (wanted) => {
  if (!stage.value) return
  try {
    const turned = await fetched(wanted)
    if (wanted !== shape.value) return
    fresh = turned
    stage.value = turned
    await addAnswers()
  } catch (fault) {
    problem.value = Problem.of(fault)
  }
})

onMounted(async () => {
  try {
    const wanted = shape.value
    fresh = await fetched(wanted)
    // It was turned while it opened.
    if (wanted !== shape.value) fresh = await fetched(shape.value)
    stage.value = fresh
    document.title = `${stage.value.title} · Word Trail`
    const at = Number(new URLSearchParams(window.location.search).get('at'))
    if (Number.isFinite(at) && at > 0) player.seek(at)
    else if (was.value.at > 0) player.seek(was.value.at)
    else if (day.value.at > 0) player.seek(day.value.at)
  } catch (fault) {
    problem.value = Problem.of(fault)
  }
})
/* What comes after the think time is not on the page until one has come there, nor is what puts it there needed
   before: it comes once the lesson can be played. */
const changing = () => import('@/api/patch')
watch(stage, () => void changing().catch(() => undefined), { once: true, flush: 'post' })
let fresh: Schemas['StudentStage'] | undefined
const opened = computed(() =>
  [...player.passed.value, ...(player.answering.value ? [player.gate.value] : [])].sort(),
)
watch(() => opened.value.join('\n'), addAnswers)
async function addAnswers() {
  const gates = opened.value
  const before = fresh
  if (!before || !gates.length) return
  try {
    const { changes } = await ask(
      client.GET('/api/student/{token}/answers', {
        params: { path: { token: props.token }, query: { gates, shape: shape.value } },
      }),
    )
    // An answer that comes later than one that was asked for after it holds less; so does one for another shape.
    const { patched } = await changing()
    if (gates === opened.value && before === fresh) stage.value = patched(before, changes)
  } catch (fault) {
    problem.value = Problem.of(fault)
  }
}
/** Where the lesson stood when the page was left: loaded again, it goes on there; begun anew once it was over. */
const was = useSessionStorage(`word-trail-at-${props.token}`, { at: 0 })
useEventListener(window, 'pagehide', () => (was.value = { at: over.value ? 0 : player.time.value }))

/** Where "enough for today" was said, kept on this device: the next day begins there, with a look back. */
const day = useLocalStorage(`word-trail-day-${props.token}`, { at: 0, question: '' })
watch(gate, (now) => {
  if (now && point.value?.ends_the_day) day.value = { at: now.at + 0.01, question: now.question }
})

/** Words that are picked on the page at a pause point that asks for them. */
const picked = ref<string[]>([])
const pickedSet = computed(() => new Set(picked.value))
const picks = computed(() => point.value?.answered_by === 'words' && !player.answering.value)
watch(gate, () => (picked.value = []))

/** What is answered here, on the printed answers themselves or in a field. */
const given = useAnswers(
  props.token,
  computed(() => point.value?.id ?? gate.value?.pause ?? ''),
)
const taps = computed(
  () =>
    !!point.value &&
    ['choices', 'order', 'pairs'].includes(point.value.answered_by) &&
    !player.answering.value &&
    looking.at.value < 0,
)
const looking = useLookingBack(
  computed(() => stage.value?.layout),
  sheet,
  gate,
  computed(() => player.state.value?.page ?? 0),
)

/** A chart that is at hand and looked at. */
const chart = ref('')
const charts = computed(() => (player.playing.value ? [] : (stage.value?.charts ?? [])))
/** What is brought up over the stage: a page of the text, or a chart; -1 for nothing. */
const broughtUp = computed(() => {
  if (looking.at.value >= 0 && gate.value) return looking.at.value
  if (!chart.value || player.playing.value || !stage.value) return -1
  return pagesOf(stage.value.layout, chart.value)[0] ?? -1
})
const leafing = useBoardPages(
  computed(() => (player.playing.value ? undefined : stage.value?.layout)),
  computed(() => (broughtUp.value >= 0 ? broughtUp.value : (player.state.value?.page ?? 0))),
  computed(() => `${gate.value?.pause} ${player.answering.value} ${chart.value}`),
)
const shown = computed(() => {
  const state = player.state.value
  if (!state) return state
  if (broughtUp.value >= 0) return { ...state, page: leafing.at.value, signpost: '', lit: '' }
  return leafing.at.value === state.page ? state : { ...state, page: leafing.at.value }
})
watch(player.playing, () => (chart.value = ''))

function toggle() {
  if (over.value) player.seek(0)
  player.toggle()
}

function hearAgain() {
  player.back()
  player.play()
}

function goTo(word: string) {
  if (picks.value) {
    picked.value = pickedSet.value.has(word)
      ? picked.value.filter((one) => one !== word)
      : [...picked.value, word]
    return
  }
  const light = sheet.value?.lights.find((one) => one.word === word)
  if (light) player.seek(light.start)
}

useKeys({
  space: toggle,
  b: () => player.back(),
  '-': () => player.changeSpeed(-1),
  '+': () => player.changeSpeed(1),
})
</script>

<template>
  <div class="flex h-dvh flex-col bg-white">
    <template v-if="stage && player.state.value">
      <header
        class="flex min-h-[52px] items-baseline gap-3 px-8 pt-4 narrow:min-h-0 narrow:flex-wrap narrow:gap-x-3 narrow:gap-y-0 narrow:px-4 narrow:pt-2 narrow:text-[13px]"
      >
        <h1 class="text-[18px] font-semibold narrow:text-[16px]">{{ stage.title }}</h1>
        <p class="text-quiet">{{ pageNote }}</p>
        <p class="ml-auto text-quiet narrow:ml-0">
          {{
            [stage.simulated_narrator ? 'read by a simulated narrator' : '', stage.room]
              .filter(Boolean)
              .join(' · ')
          }}
        </p>
      </header>
      <main class="relative min-h-0 flex-1">
        <StagePage
          :layout="stage.layout"
          :state="shown!"
          :chosen="pickedSet"
          :sheet="stage.sheet"
          :waited="player.waited.value"
          signposts
          :choosable="!chart && !taps && looking.at.value < 0 && player.state.value.page > 0"
          :live="taps"
          label="The page"
          :pictures="`/api/student/${token}/pictures/`"
          @choose="goTo"
        >
          <template #default="{ page }">
            <AnswerTargets
              v-if="taps && point"
              :page="page"
              :point="point"
              :given="given"
              @give="given = $event"
            />
          </template>
        </StagePage>
        <p
          v-if="player.preparing.value"
          role="status"
          class="absolute inset-x-8 bottom-2 text-center text-quiet"
        >
          The sound is being made. It begins in a moment.
        </p>
        <p v-if="player.fault.value" role="alert" class="absolute inset-x-8 bottom-2 text-center text-signal">
          {{ player.fault.value }} Load this page again.
        </p>
      </main>
      <p
        v-if="day.at && !gate && !player.playing.value && Math.abs(player.time.value - day.at) < 0.1"
        class="flex items-center gap-4 border-t border-lake bg-lake-pale px-8 py-3"
      >
        <strong class="text-lake">Last time</strong> {{ stage.look_back || 'You stopped here.' }}
        <button
          class="button ml-auto"
          type="button"
          @click="((day = { at: 0, question: '' }), player.seek(0))"
        >
          Begin from the start
        </button>
      </p>
      <section
        v-if="gate && looking.at.value >= 0"
        class="flex flex-wrap items-center gap-3 border-t border-lake bg-lake-pale px-8 py-3"
        aria-label="Looking in the text"
      >
        <h2 class="text-[17px] font-bold text-lake">The text</h2>
        <span>page {{ looking.number.value + 1 }} of {{ looking.count.value }}</span>
        <button
          class="button min-h-[48px]"
          type="button"
          :disabled="looking.number.value <= 0"
          @click="looking.turn(-1)"
        >
          Page before
        </button>
        <button
          class="button min-h-[48px]"
          type="button"
          :disabled="looking.number.value >= looking.count.value - 1"
          @click="looking.turn(1)"
        >
          Next page
        </button>
        <button class="button button-main ml-auto min-h-[48px]" type="button" @click="looking.done()">
          Back to the question
        </button>
      </section>
      <BoardPages
        v-if="leafing.pages.value.length"
        class="justify-center border-t border-lake bg-lake-pale px-8 py-2 narrow:px-3"
        :pages="leafing.pages.value"
        :at="leafing.at.value"
        large
        @look="leafing.look"
      />
      <YourTurn
        v-if="gate"
        v-show="looking.at.value < 0"
        :key="gate.pause"
        v-model:given="given"
        :can-look="looking.offered.value"
        :token="token"
        :point="point"
        :board="board"
        :gate="gate"
        :left="left"
        :answering="player.answering.value"
        :picked="picked"
        @answer="player.showAnswer()"
        @on="player.play()"
        @again="hearAgain"
        @look="looking.look()"
      />
      <footer
        class="flex min-h-[88px] items-center gap-4 border-t border-hairline bg-mist px-8 narrow:min-h-0 narrow:flex-wrap narrow:gap-x-1.5 narrow:gap-y-1 narrow:px-3 narrow:pb-2"
      >
        <button
          class="flex h-[60px] w-[60px] narrow:h-[52px] narrow:w-[52px] shrink-0 items-center justify-center rounded-round bg-moss text-white hover:bg-moss-deep"
          type="button"
          :aria-label="player.playing.value ? 'Stop' : 'Play'"
          @click="toggle"
        >
          <Pause v-if="player.playing.value" :size="26" fill="currentColor" /><Play
            v-else
            :size="26"
            fill="currentColor"
          />
        </button>
        <button
          class="button min-h-[48px] narrow:px-1.5"
          type="button"
          aria-label="Back a sentence"
          @click="player.back()"
        >
          Back<span class="narrow:hidden"> a sentence</span>
        </button>
        <TrailSlider
          class="min-w-0 flex-1 narrow:order-first narrow:w-full narrow:flex-none"
          :sheet="stage.sheet"
          :time="player.time.value"
          @seek="player.seek"
        />
        <button
          v-for="one in charts"
          :key="one.id"
          class="button min-h-[48px] max-w-[220px]"
          type="button"
          :aria-pressed="chart === one.id"
          @click="chart = chart === one.id ? '' : one.id"
        >
          <span class="truncate">{{ chart === one.id ? 'Back to the text' : one.title }}</span>
        </button>
        <a
          v-if="chart"
          class="button min-h-[48px]"
          :href="`/api/student/${token}/charts/${chart}.pdf`"
          target="_blank"
          >Print it empty</a
        >
        <span class="w-[44px] text-[14px] tabular-nums text-quiet narrow:mr-auto">{{
          clock(stage.sheet.seconds - player.time.value)
        }}</span>
        <button
          class="button min-h-[48px] narrow:px-1.5"
          type="button"
          :disabled="player.speed.value <= SPEEDS[0]"
          @click="player.changeSpeed(-1)"
        >
          Slower
        </button>
        <button
          class="button min-h-[48px] narrow:px-1.5"
          type="button"
          :disabled="player.speed.value >= SPEEDS[SPEEDS.length - 1]!"
          @click="player.changeSpeed(1)"
        >
          Faster
        </button>
        <span class="w-[46px] text-[14px] text-quiet narrow:w-[32px]" aria-live="polite"
          >{{ player.speed.value }} ×</span
        >
      </footer>
    </template>
    <main
      v-else-if="problem"
      class="flex flex-1 flex-col items-center justify-center gap-2 bg-mist p-8 text-center"
      role="alert"
    >
      <h1 class="text-[22px] font-bold">{{ problem.title }}</h1>
      <p>{{ problem.message }} {{ problem.advice }}</p>
    </main>
    <p v-else class="m-auto text-quiet" role="status">
      {{
        waiting ? 'Word Trail does not answer yet. This page asks again by itself.' : 'Opening the lesson …'
      }}
    </p>
  </div>
</template>
