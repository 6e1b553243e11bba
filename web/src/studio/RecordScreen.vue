<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { onBeforeRouteLeave, useRouter } from 'vue-router'
import { ask, client } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import { useCamera } from '@/recording/camera'
import { useTakeRecording, type PlaceForTake } from '@/recording/takeRecording'
import { stateAt } from '@/stage/cueReader'
import { placesOf, printedOf } from '@/stage/shapes'
import DrawWhileTalking from './DrawWhileTalking.vue'
import RefusedTake from './RefusedTake.vue'
import { useMeaning } from './meaning'
import AcrossDialog from './plan/AcrossDialog.vue'
import { useChosenWords } from './plan/chosenWords'
import TakeList from './TakeList.vue'
import { useAgain } from './record/again'
import AgainStones from './record/AgainStones.vue'
import BrokenOff from './record/BrokenOff.vue'
import CameraPanel from './record/CameraPanel.vue'
import { useCueNotes } from './record/cueNotes'
import CueNotes from './record/CueNotes.vue'
import DeskFoot from './record/DeskFoot.vue'
import DeskKeys from './record/DeskKeys.vue'
import { useDesk } from './record/desk'
import { useDeskKeyboard } from './record/deskKeyboard'
import { useDeskMarks } from './record/deskMarks'
import DeskPen from './record/DeskPen.vue'
import DeskStage from './record/DeskStage.vue'
import { LEAD_IN, useGuide } from './record/guide'
import GuidePrompt from './record/GuidePrompt.vue'
import HandInSound from './record/HandInSound.vue'
import { useHold } from './record/hold'
import { useLeftBehind } from './record/leftBehind'
import { useLightAtDesk } from './record/lightAtDesk'
import LightBy from './record/LightBy.vue'
import { useLiveMarks } from './record/liveMarks'
import MicrophoneCheck from './record/MicrophoneCheck.vue'
import { usePointer } from './record/pointer'
import { useRehearsal } from './record/rehearsal'
import MicrophonePicker from './record/MicrophonePicker.vue'
import { usePace } from './record/pace'
import PaceSetting from './record/PaceSetting.vue'
import { usePreview } from './record/preview'
import { usePromptPlace } from './record/promptPlace'
import RecordActions from './record/RecordActions.vue'
import RecordClock from './record/RecordClock.vue'
import RecordFor from './record/RecordFor.vue'
import { useSentHere } from './record/sentHere'

const lesson = useLesson()
const view = lesson.view
const router = useRouter()
const stage = useStage(
  lesson.id,
  computed(() => view.value.revision),
)
const settings = useQuery({ queryKey: ['settings'], queryFn: () => ask(client.GET('/api/settings')) })
const { rate, grade, whole, guide, quicker, keep: keepPace } = usePace(lesson, () => busy.value)

const simulated = computed(() => settings.data.value?.simulated_microphone ?? false)
const camera = useCamera(simulated)
const take = useTakeRecording(lesson, simulated, camera.beside, () => router.push({ name: 'sync' }))
const {
  phase,
  count,
  time,
  level,
  clipped,
  unsent,
  unheard,
  trouble,
  microphones,
  chosen,
  isOpen,
  running,
  busy,
} = take
const rehearsal = useRehearsal()
const { going: rehearsing, time: rehearsed } = rehearsal
/** Seconds of the take, or of the rehearsal. */
const takeTime = computed(() => (rehearsing.value ? rehearsed.value : time.value))
const onStage = computed(() => running.value || rehearsing.value)

/** The light waits: by key, and as long as the teacher draws, points or is close to something. */
const { waiting, press: hold } = useHold('h')
const held = ref(false)
/** Whether the guide leads, rather than her hand or her voice. */
const led = ref(true)
const places = computed(() => (stage.value ? placesOf(stage.value.layout) : new Map()))
const printed = computed(() => (stage.value ? printedOf(stage.value.layout) : new Map<string, string>()))
const {
  places: stops,
  at,
  page,
  minutes,
  lit: guideLit,
  waits,
  prompt,
  jump,
  from: goTo,
  begin,
} = useGuide(
  computed(() => stage.value?.layout),
  computed(() => guide.data.value),
  computed(() => view.value.lesson.pause_points),
  { time: takeTime, running: onStage, follow: led, held },
)
const { light, voice, guided } = useLightAtDesk({
  lesson: lesson.id,
  stream: take.stream,
  time: takeTime,
  running: onStage,
  // From the count on, so that the first word is heard too.
  recording: computed(() => running.value || phase.value === 'counting'),
  guide: { places: stops, at, lit: guideLit, jump, goTo },
  next: () => desk.go(1),
})
const lit = light.lit
watch(guided, (now) => (led.value = now), { immediate: true })
/** What is done on the stage, by key or tap. */
const desk = useDesk(
  computed(() => stage.value?.layout),
  computed(() => guide.data.value),
  computed(() => view.value.lesson.pause_points),
  { places: stops, at, jump },
  (what, detail) => running.value && take.note(what, detail),
)
/* New marks, with the pen or on chosen words. */
const words = computed(() =>
  view.value.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.flatMap((b) => b.words))),
)
const picked = useChosenWords(words, (word) => places.value.get(word)?.page)
const meaning = useMeaning(
  lesson.id.value,
  computed(() => view.value.lesson.legend),
)
/** The words of the first sentence. */
const firstSentence = computed(() => words.value.filter((one) => one.sentence === words.value[0]?.sentence))
const preview = usePreview(
  guide.data,
  computed(() => firstSentence.value.map((one) => one.id)),
)
const stageView = useTemplateRef<InstanceType<typeof DeskStage>>('stageView')
const frame = computed(() => stageView.value?.$el as HTMLElement | undefined)
/* What Sync sent her here for. */
const sentHere = useSentHere()
watch([sentHere.words, words], ([asked, all]) => asked && all.length && picked.set(asked.first, asked.last), {
  immediate: true,
})
/** Without a recording, words are chosen to read them again. */
const canChoose = computed(() => !busy.value && !rehearsing.value && !!view.value.take_in_use)
/** The page that is seen: a chart's in the place of the text's, where one was brought up. */
const shown = computed(
  () =>
    places.value.get(preview.lit.value)?.page ??
    (onStage.value ? desk.chartPage.value : undefined) ??
    page.value,
)
const onText = computed(() => {
  const here = stage.value?.layout.pages[shown.value]
  return onStage.value && (!here?.board || !!here.beside)
})
const chartName = (id: string) => view.value.lesson.plan.organizers.find((one) => one.id === id)?.title ?? ''
const state = computed(() => ({
  ...stateAt(stage.value!.sheet, -1),
  lit: preview.lit.value || lit.value,
  page: shown.value,
  parts: onStage.value ? desk.parts.value : [],
  marks: onStage.value ? live.onStage.value : [],
  view: onStage.value ? desk.view.value : null,
  pointer: onStage.value ? pointer.spot.value : null,
}))
const legend = computed(() => view.value.lesson.legend)
/** The colour of the pen, while it is drawn with. */
const ink = computed(() =>
  onText.value && drawing.value
    ? (legend.value.find((one) => one.id === meaning.value)?.colour ?? 'lake')
    : undefined,
)
/* Marks that are drawn by hand while talking. */
const live = useLiveMarks(
  computed(() => view.value.lesson.marks),
  computed(() => guide.data.value),
  (mark) => places.value.get(mark.first)?.page === page.value,
  {
    time: takeTime,
    recording: computed(() => phase.value === 'recording' || rehearsing.value),
    note: (what, detail, at) => running.value && take.note(what, detail, at),
  },
)
const made = useDeskMarks({
  chosen: picked,
  marks: computed(() => view.value.lesson.marks),
  meaning,
  send: lesson.send,
  problem: lesson.problem,
  dismiss: lesson.dismiss,
  time: takeTime,
  steps: desk.steps,
  drew: live.drew,
  takeBack: (mark) => live.drawn.value.has(mark) && live.press(mark),
})
const pointer = usePointer(frame, {
  time: takeTime,
  enabled: onStage,
  pointed: (way, at) =>
    running.value && take.note('point', `${stage.value?.layout.pages[shown.value]?.id ?? ''}#${way}`, at),
})
/** Closer to the chosen words, or to the picture of the page; and back. */
function closer() {
  const span = picked.span.value
  desk.closer(span ? `${span.first} ${span.last}` : desk.toComeCloser.value)
  picked.clear()
}
const { across, drawing } = made
watch(
  () => waiting.value || drawing.value || desk.isClose.value || !!pointer.spot.value,
  (now) => (held.value = now),
)
/* A sentence once more, while recording: what was said of it is dropped. */
const {
  again,
  begin: beginAgain,
  ...stones
} = useAgain({
  words,
  time: takeTime,
  seconds: computed(() => guide.data.value?.stones_seconds ?? 0),
  here: computed(() => picked.span.value?.first ?? light.lastLit.value),
  goBack(word, due) {
    picked.clear()
    desk.again(word)
    goTo(word, due)
    light.before(word)
    voice.goTo(word)
  },
})
const undo = () => made.undo() || desk.undo()
const {
  notes,
  next: nextNote,
  flags: noteFlags,
} = useCueNotes(
  computed(() => view.value.lesson.plan.cue_notes),
  { places, order: picked.places, page, lit },
)
const hasMore = computed(() => {
  const { pause_points, plan } = view.value.lesson
  return (
    !!pause_points.length || !!plan.cards.length || (stage.value?.layout.pages ?? []).some((p) => p.board)
  )
})
const promptAt = usePromptPlace(frame, {
  layout: computed(() => stage.value?.layout),
  page,
  after: computed(() => places.value.get(prompt.value?.point.after ?? '')?.box),
})
const { following, unfinished } = useLeftBehind(lesson)

watch(whole, begin)

function set() {
  waiting.value = false
  preview.stop()
  beginAgain()
  begin()
  light.begin()
  voice.goTo(stops.value[at.value]?.words[0]?.id ?? '')
  live.begin()
  made.begin()
}
/** Record the whole lesson, or for a place of it, from a word on. */
async function start(place?: PlaceForTake, from = '') {
  if (rehearsing.value) made.forget()
  rehearsal.end()
  set()
  await take.start(place)
  if (!running.value) return
  desk.begin()
  if (from) {
    goTo(from, LEAD_IN)
    light.before(from)
    voice.goTo(from)
  }
}
/** Try everything without keeping sound. */
function rehearse() {
  if (rehearsing.value) made.forget()
  rehearsal.toggle()
  set()
  desk.begin()
}

onBeforeRouteLeave(
  () =>
    !running.value ||
    window.confirm('You are recording. Leave anyway? What was recorded is kept as an unfinished take.'),
)
useDeskKeyboard({
  onStage,
  onText,
  running,
  chosen: computed(() => !!picked.span.value),
  drawing,
  desk,
  light,
  record: () => void (busy.value ? take.stop() : start()),
  pause: take.pauseOrGoOn,
  mark: (form) => void made.mark(form),
  drawNext: () => live.press(live.next.value),
  closer,
  hold,
  undo,
  again,
  quicker,
  camera: camera.resize,
  letGo: () => (made.letGo(), picked.clear()),
})
</script>

<template>
  <Teleport defer to="#screen-actions">
    <RouterLink
      v-if="!busy && !rehearsing && view.take_in_use"
      class="button button-main"
      :to="{ name: 'sync' }"
      >Go to Sync</RouterLink
    >
    <RecordClock
      v-if="busy || rehearsing"
      :phase="phase"
      :time="time"
      :rehearsed="rehearsing ? rehearsed : undefined"
      :minutes="minutes"
      @stop="take.stop"
      @pause="take.pauseOrGoOn"
      @rehearse="rehearse"
    />
  </Teleport>
  <RefusedTake
    v-if="take.refusal.value"
    :problem="take.refusal.value"
    :over="phase === 'refused'"
    @again="take.sendAgain"
    @save="take.saveAsFile"
    @let-go="take.letGo"
  />
  <p v-if="trouble" role="alert" class="mb-3 rounded-panel border border-signal bg-signal-pale px-4 py-3">
    {{ trouble }}
  </p>
  <div
    v-if="stage"
    class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_290px] grid-rows-[minmax(0,1fr)_auto] gap-x-5 gap-y-3 narrow:flex narrow:flex-col"
  >
    <DeskStage
      ref="stageView"
      :layout="stage.layout"
      :state="state"
      :choosable="(onText || canChoose) && !drawing"
      :chosen="picked.ids.value"
      :flags="noteFlags"
      :ink="ink"
      :count="phase === 'counting' ? count : 0"
      :pointing="onStage"
      @choose="picked.choose"
      @touched="made.touched"
      @drawn="(strokes) => made.ink(shown, strokes)"
    >
      <GuidePrompt
        v-if="prompt"
        :point="prompt.point"
        :words="prompt.words"
        :printed="printed"
        :lit="lit"
        :style="promptAt"
      />
      <AgainStones v-if="stones.count.value" :left="stones.count.value" :text="stones.text.value" />
    </DeskStage>
    <div
      class="flex min-h-0 flex-col gap-4 overflow-y-auto pb-1 narrow:order-1 narrow:overflow-visible narrow:pb-[72px]"
    >
      <template v-if="!busy">
        <BrokenOff v-for="broken in unfinished" :key="broken.id" :take="broken" :following="following" />
      </template>
      <MicrophonePicker
        :microphones="microphones"
        :chosen="chosen"
        :open="isOpen"
        :busy="busy"
        :level="level"
        :clipped="clipped"
        @use="take.use"
      />
      <MicrophoneCheck
        v-if="!busy && !rehearsing"
        :open="take.tryOut"
        :text="firstSentence.map((word) => word.text).join(' ')"
      />
      <LightBy
        v-model="light.by.value"
        :running="onStage"
        :reading="voice.reading.value"
        :trouble="voice.trouble.value"
        :word="printed.get(light.lastLit.value) ?? ''"
        @step="light.step"
      />
      <CameraPanel
        v-if="!busy || camera.isOn.value || camera.trouble.value"
        :cameras="camera.cameras.value"
        :chosen="camera.chosen.value"
        :stream="camera.stream.value"
        :opening="camera.opening.value"
        :trouble="camera.trouble.value"
        :busy="busy"
        :size="camera.size.value"
        @use="camera.use"
        @close="camera.close"
        @resize="camera.resize"
      />
      <PaceSetting
        v-if="!busy || guided"
        v-model:rate="rate"
        v-model:grade="grade"
        v-model:whole="whole"
        :minutes="minutes"
        :norm="guide.data.value?.beside_norm ?? ''"
        :busy="busy"
        :has-more="hasMore"
        :shown="preview.going.value"
        @keep="keepPace"
        @show="preview.toggle"
      />
      <DeskKeys
        v-if="onStage"
        :stops-at="desk.toStopAt.value?.question ?? ''"
        :left="desk.target.value ? desk.left.value : -1"
        :away="desk.awayFrom.value"
        @stop="desk.stop"
        @show="desk.show()"
        @back="desk.back"
        :chart="desk.chartShown.value ? '' : chartName(desk.nextChart.value)"
        @chart="desk.chart"
      />
      <CueNotes v-if="notes.length" :notes="notes" :next="nextNote" :printed="printed" />
      <DeskPen
        v-if="onText"
        v-model:drawing="drawing"
        v-model:meaning="meaning"
        :legend="legend"
        :chosen="picked.span.value ? picked.textOf(picked.span.value.first, picked.span.value.last) : ''"
        :waits="!!made.pointing.value"
        @mark="made.mark"
      />
      <DrawWhileTalking
        v-if="onStage && live.here.value.length"
        :marks="live.here.value"
        :legend="legend"
        :drawn="live.drawn.value"
        :next="live.next.value"
        :printed="printed"
        @press="live.press"
      />
      <RecordFor
        v-if="canChoose"
        :span="picked.span.value"
        :text="picked.span.value ? picked.textOf(picked.span.value.first, picked.span.value.last) : ''"
        :printed="printed"
        :talk="sentHere.talk.value"
        @record="start"
      />
      <HandInSound v-if="!busy && !rehearsing" :span="picked.span.value" @begun="trouble = ''" />
      <TakeList v-if="!busy && !rehearsing" />
    </div>
    <DeskFoot
      class="col-span-2"
      :phase="phase"
      :rehearsing="rehearsing"
      :places="stops"
      :at="at"
      :waits="waits"
      :lit="light.lastLit.value"
      :agains="stones.taken.value"
      :can-again="running && stones.can.value"
      :holds="guided && onStage ? waiting : undefined"
      :close="desk.isClose.value"
      :can-come="onStage && (!!picked.span.value || !!desk.toComeCloser.value)"
      :can-undo="desk.steps.value > 0 || made.canUndo.value"
      :level="level"
      :clipped="clipped"
      :unheard="unheard"
      :unsent="unsent"
      :safe="take.safe.value"
      @go="(by) => (onStage ? desk.go(by) : jump(at + by))"
      @again="again()"
      @hold="waiting = !waiting"
      @closer="closer"
      @undo="undo"
    >
      <RecordActions @start="start()" @rehearse="rehearse" />
    </DeskFoot>
    <AcrossDialog
      :open="!!across"
      @choose="(on) => across && made.ink(across.page, across.strokes, on)"
      @close="made.letGo"
    />
  </div>
</template>
