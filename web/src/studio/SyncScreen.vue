<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { computed, ref, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { useRoute } from 'vue-router'
import { useCatalogue } from '@/api/catalogue'
import { useLesson } from '@/api/lesson'
import { useAfterwards } from '@/parts/afterwards'
import { useKeys } from '@/parts/keys'
import { duration } from '@/parts/words'
import { usePlayer, type Span } from '@/stage/player'
import { printedOf } from '@/stage/shapes'
import StagePage from '@/stage/StagePage.vue'
import JobPanel from './JobPanel.vue'
import { useChosenWords } from './plan/chosenWords'
import AddDirection from './sync/AddDirection.vue'
import { useChecking } from './sync/checking'
import ChosenPost from './sync/ChosenPost.vue'
import { useChosenSpan } from './sync/chosenSpan'
import FiguresPanel from './sync/FiguresPanel.vue'
import PlayBar from './sync/PlayBar.vue'
import { useMoments, useStarts, useStretchMoves } from './sync/byHand'
import GiveTimePanel from './sync/GiveTimePanel.vue'
import { useGivingTime } from './sync/givingTime'
import LinesOfTakes from './sync/LinesOfTakes.vue'
import type { Place } from './sync/syncRows'
import { doings, wordDoings } from './sync/stripDirections'
import { useDirections } from './sync/directionsDone'
import { useHearing } from './sync/hearing'
import { useReadHere, type Missing } from './sync/readHere'
import ReadingPanel from './sync/ReadingPanel.vue'
import { useLookedAt } from './sync/lookedAt'
import { useRepairs } from './sync/repairs'
import { useRowDeeds } from './sync/rowDeeds'
import RowList from './sync/RowList.vue'
import TimingFiles from './sync/TimingFiles.vue'
import { useShorter } from './sync/shorter'
import ShorterPanel from './sync/ShorterPanel.vue'
import { stripMarks } from './sync/stripMarks'
import { useMarksByHand } from './sync/marksByHand'
import { useNamings } from './sync/namings'
import NothingToSync from './sync/NothingToSync.vue'
import WordlessTake from './sync/WordlessTake.vue'
import TrailMap from './sync/TrailMap.vue'
import TrimBar from './sync/TrimBar.vue'
import TakeChoice from './sync/TakeChoice.vue'
import { useTakeData } from './sync/takeData'
import { useTakeRows } from './sync/takeRows'
import TakeList from './TakeList.vue'
import { soundOfTake, useTakes } from './takes'

const lesson = useLesson()
const catalogue = useCatalogue()
const view = lesson.view
const deeds = useTakes(lesson)
const { takeOf, asked: lookedAt, used, takeView, take, wordless, use: useTake } = useLookedAt(lesson, deeds)
const job = computed(() => lesson.activeJob('align'))
const { stage, trail, heights, there } = useTakeData(takeView, lesson)

/** The lines come first, then what could be made of them. */
const afterwards = useAfterwards(computed(() => there.value && !!stage.value && !!trail.data.value))

const sheet = computed(() => stage.value?.sheet)
const source = computed(() => (there.value ? soundOfTake(view.value.lesson, take.value) : ''))
/* What is not heard in the lesson is passed over here too. */
const unheard = computed(() => rows.value.filter((row) => row.kind === 'unheard'))
const player = usePlayer(source, sheet, {
  skips: computed(() => [
    ...unheard.value,
    // What was just cut, before it has a row.
    ...view.value.lesson.cuts.filter((one) => one.take === take.value),
    ...(together.pending.value ? [together.pending.value] : []),
  ]),
  mutes: computed(() => view.value.lesson.blanks.filter((one) => one.take === take.value)),
  paces: computed(() => view.value.lesson.slower.filter((one) => one.take === take.value)),
})
/* Making it shorter. */
const shorter = useShorter(take, lesson, afterwards)
const words = computed(() => (stage.value ? printedOf(stage.value.layout) : new Map<string, string>()))
/** Each word's typeset width, in ems. */
const widths = computed(
  () =>
    new Map(
      stage.value?.layout.pages.flatMap((page) =>
        page.boxes.map((box) => [box.word, box.width / box.size] as const),
      ),
    ),
)
const moments = useMoments(take, lesson)
const marks = computed(() =>
  stage.value
    ? stripMarks(catalogue.forms, view.value.lesson, stage.value.sheet, take.value, words.value)
    : [],
)
/* Words that are chosen, to come closer to or to point at. */
const ofPassages = computed(() =>
  view.value.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.flatMap((b) => b.words))),
)
const passageWords = computed(() => ofPassages.value.map((word) => word.id))
const picked = useChosenWords(ofPassages, () => undefined)
const withWords = computed(() => {
  const span = picked.span.value
  return wordDoings(span, span ? picked.textOf(span.first, span.last) : '')
})
function pickOnStage(word: string, extend: boolean) {
  picked.choose(word, extend)
  const light = stage.value?.sheet.lights.find((one) => one.word === word)
  if (light && !extend) player.seek(light.start)
}
/* What was done on the stage: pages turned, things brought up, stops. */
const possible = computed(() => (stage.value ? doings(stage.value, view.value.lesson) : []))
const directions = useDirections(take, lesson, possible, words)
const done = directions.done
const doneShown = computed(() => done.value.find((one) => one.id === chosenMark.value))
const namings = useNamings(
  take,
  lesson,
  computed(() => trail.data.value?.named ?? []),
  player.time,
)
const rows = useTakeRows({
  take,
  lesson,
  stage,
  trail: trail.data,
  words,
  marks,
  done,
  moments,
  shorter,
  takeOf,
})
/** Where there is only one reading of everything, there is nothing to choose from. */
const tabs = computed(() => [
  'By line',
  'On the stage',
  ...(view.value.takes.filter((one) => one.has_trail).length > 1 || trail.data.value?.dropped.length
    ? ['All takes']
    : []),
])
/** The tab that was chosen stays, whatever comes in meanwhile. */
const tab = ref(0)
/** Whether talk is folded to a line each: where most of a take is talk, the lines of the text are found more easily. */
const folded = useLocalStorage('word-trail.talk-folded', false)
const hasTalk = computed(() => !!trail.data.value?.trail.asides.length)
const chosen = ref<Place>()
const chosenMark = moments.chosen
const markShown = computed(() => marks.value.find((one) => one.id === chosenMark.value))
const list = ref<InstanceType<typeof RowList>>()
/* Talk that has no words yet: what was heard of it is a guess, and students do not see it. */
const unwritten = computed(() => trail.data.value?.talk.filter((one) => !one.text) ?? [])
/** The talk that has no words yet, in those that were heard. */
const heardTalk = computed(() =>
  unwritten.value.filter((one) => one.heard).map(({ start, end, heard }) => ({ start, end, text: heard })),
)
function toUnwritten() {
  const next = unwritten.value.find((one) => one.start > player.time.value + 0.01) ?? unwritten.value[0]
  if (next) goTo(next.start)
}
const figures = computed(() => trail.data.value?.figures)

/** To a moment of the take, and to its row. */
function goTo(at: number) {
  player.seek(at)
  list.value?.show(at)
}
/* Asked for a moment of the take, from the read-through. */
const wantedAt = Number(useRoute().query.at ?? NaN)
watch(
  () => !!stage.value && !!trail.data.value,
  (there) => {
    if (!there || !Number.isFinite(wantedAt)) return
    goTo(wantedAt)
  },
  { immediate: true },
)
watch(take, () => {
  byHand.close()
  chosen.value = undefined
  chosenMark.value = ''
})
const together = useChosenSpan({
  chosen,
  visits: computed(() => trail.data.value?.trail.visits ?? []),
  printed: words,
  rows,
  player,
  shorter,
  heard: (cut) => hearing.hearCut(cut),
})
function selectSound(span: Span) {
  chosen.value = undefined
  chosenMark.value = ''
  byHand.close()
  together.selectSound(span)
}
function choose(place: Place, extend = false) {
  if (extend && chosen.value) return void together.extend(place)
  together.clear()
  byHand.close()
  chosen.value = place
  picked.set(place.word, place.word)
  chosenMark.value = ''
  player.seek(place.start + 0.005)
  list.value?.showPlace(place)
}

const hearing = useHearing(player)
const checking = useChecking({
  take,
  lesson,
  trail: trail.data,
  chosen,
  choose(place) {
    choose(place)
    hearing.hear(place)
  },
})
const { checks, current: checked } = checking

const starts = useStarts(take, lesson, async ({ word, found, start }) => {
  if (chosen.value?.word === word && chosen.value.found === found) chosen.value = { ...chosen.value, start }
  hearing.hearChange({ start, end: start + 0.5 })
  await trail.refetch()
})
const moving = starts.moving
const stretches = useStretchMoves(take, lesson, (by) => {
  together.shift(by)
  if (together.span.value) hearing.hearChange(together.span.value)
  return trail.refetch()
})
function nudge(by: number, place?: Pick<Place, 'word' | 'found' | 'start'>) {
  if (!place && together.count.value > 1) return stretches.nudge(by, together.visits.value)
  const which = place ?? chosen.value
  if (which) starts.nudge(by, which)
}

/* Words that were read and not found. */
const byHand = useReadHere(take, lesson, player, hearing.hear)
function wasRead(missed: Missing) {
  chosen.value = undefined
  chosenMark.value = ''
  byHand.open(missed)
}
/** The chosen word was read: where it is missing, or where something else was heard in its place. */
function chosenWasRead({ word, start, end }: Place) {
  const missed = trail.data.value?.missed.find((one) => one.words.includes(word))
  wasRead(missed ?? { words: [word], start, end })
}
const { doOffered, doOther } = useRowDeeds({ take, lesson, shorter, namings, byHand, wasRead })
const giving = useGivingTime({
  take,
  lesson,
  ready: afterwards,
  seconds: computed(() => takeView.value?.seconds ?? 0),
  span: together.chosen,
  several: together.span,
  last: together.last,
})
const repairs = useRepairs({
  take,
  lesson,
  words: ofPassages,
  visits: computed(() => trail.data.value?.trail.visits ?? []),
  rows,
  chosen,
  together,
  shorter,
  tapAlong: wasRead,
  wasRead: chosenWasRead,
  findAgain: () => takeView.value && void deeds.findWords(takeView.value),
  changed: hearing.hearChange,
})
function mend(number: number) {
  const check = checked.value
  const repair = check?.repairs[number]
  if (check && repair) repairs.mend(repair, check)
}
const marksByHand = useMarksByHand({
  shown: computed(() => markShown.value ?? doneShown.value),
  moments,
  directions,
  seek: player.seek,
  letGo: () => (chosen.value = undefined),
})
const nudgeMark = marksByHand.nudge

useKeys({
  space: player.toggle,
  b: () => player.back(),
  n: checking.next,
  o: namings.takeNext,
  t: () => void byHand.tap(),
  x: together.cut,
  l: together.loop,
  a: repairs.tapAlong,
  g: () => void repairs.listenAgain(),
  k: () => void repairs.makeTalk(),
  d: repairs.readAgain,
  h: () => giving.holdHere(),
  s: () => repairs.silence(false),
  p: () => checked.value && void repairs.onPurpose(),
  1: () => mend(0),
  2: () => mend(1),
  3: () => mend(2),
  arrowleft: () => together.step(-1, choose),
  arrowright: () => together.step(1, choose),
  'shift+arrowleft': () => together.step(-1, (place) => choose(place, true)),
  'shift+arrowright': () => together.step(1, (place) => choose(place, true)),
  'alt+shift+arrowleft': () => (chosenMark.value ? nudgeMark(-0.5) : nudge(-0.05)),
  'alt+shift+arrowright': () => (chosenMark.value ? nudgeMark(0.5) : nudge(0.05)),
  'shift+x': together.putBack,
  'alt+arrowleft': () => (chosenMark.value ? nudgeMark(-0.1) : nudge(-0.01)),
  'alt+arrowright': () => (chosenMark.value ? nudgeMark(0.1) : nudge(0.01)),
})
</script>

<template>
  <Teleport defer to="#screen-facts">
    <template v-if="shorter.seconds.value"
      >{{ duration(shorter.seconds.value)
      }}{{ shorter.was.value - shorter.seconds.value > 0.5 ? `, was ${duration(shorter.was.value)}` : '' }} ·
    </template></Teleport
  >
  <Teleport defer to="#screen-actions">
    <button v-if="checks.length" class="button" type="button" @click="checking.next">
      Check next · {{ checks.length }} left
    </button>
    <RouterLink v-if="takeView?.has_trail" class="button button-main" :to="{ name: 'video' }"
      >Go to Video</RouterLink
    >
  </Teleport>

  <JobPanel v-if="job" class="mb-3" :job="job" />
  <WordlessTake v-else-if="wordless" class="mb-3" :take="wordless" @find="deeds.findWords(wordless)" />

  <TakeChoice
    v-if="takeView?.has_trail && takeView !== used"
    class="mb-3"
    :take="takeView"
    :used="used"
    @use="useTake(takeView)"
    @aside="deeds.setAside(takeView)"
    @back="lookedAt = ''"
  />
  <div
    v-if="stage && trail.data.value && takeView?.has_trail"
    class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] gap-5 narrow:flex narrow:flex-col"
  >
    <div class="flex min-h-0 flex-col">
      <TrailMap
        class="mb-2"
        :view="trail.data.value"
        :time="player.time.value"
        :cuts="unheard"
        :peaks="heights"
        @seek="player.seek"
        @trim="(start, end) => lesson.send({ kind: 'set trim', take, start, end })"
      />
      <TabGroup
        as="div"
        class="flex min-h-0 flex-1 flex-col"
        :selected-index="tab"
        @change="(index) => (tab = index)"
      >
        <div class="mb-2 flex items-center text-[14px]">
          <TabList class="flex gap-1">
            <Tab v-for="name in tabs" :key="name" v-slot="{ selected }" as="template">
              <button
                class="rounded-panel px-3 py-1 font-semibold"
                :class="selected ? 'bg-moss-pale' : 'text-quiet'"
              >
                {{ name }}
              </button>
            </Tab>
          </TabList>
          <label v-if="hasTalk" class="ml-auto flex min-h-[26px] items-center gap-2 px-1 text-quiet"
            ><input v-model="folded" type="checkbox" class="size-4 accent-moss" /> Talk folded</label
          >
        </div>
        <TabPanels class="min-h-0 flex-1">
          <TabPanel class="panel h-full overflow-y-auto px-4 py-3 narrow:h-[75vh]" tabindex="-1">
            <RowList
              ref="list"
              :rows="rows"
              :words="words"
              :widths="widths"
              :peaks="heights"
              :player="player"
              :take="take"
              :chosen="chosen"
              :span="together.span.value"
              :moving="moving"
              :folded="folded"
              :sound="together.sound.value"
              @choose="choose"
              @select="selectSound"
              @move="starts.move"
              @nudge="nudge"
              @offered="doOffered"
              @other="doOther"
            />
          </TabPanel>
          <TabPanel
            class="panel h-full overflow-hidden narrow:aspect-[1300/1080] narrow:h-auto"
            tabindex="-1"
          >
            <StagePage
              v-if="player.state.value"
              :layout="stage.layout"
              :state="player.state.value"
              :sheet="stage.sheet"
              choosable
              text-only
              :chosen="picked.ids.value"
              @choose="pickOnStage"
            />
          </TabPanel>
          <TabPanel
            v-if="tabs.length > 2"
            class="panel h-full overflow-y-auto px-4 py-1 narrow:h-[75vh]"
            tabindex="-1"
          >
            <LinesOfTakes :printed="words" :order="passageWords" />
          </TabPanel>
        </TabPanels>
      </TabGroup>
      <PlayBar class="mt-3" :player="player" :seconds="stage.sheet.seconds" />
    </div>
    <aside
      class="flex min-h-0 flex-col gap-4 overflow-y-auto narrow:overflow-visible"
      aria-label="How this reading goes"
    >
      <ChosenPost
        :take="take"
        :player="player"
        :words="words"
        :place="chosen"
        :mark="markShown"
        :done="doneShown"
        :by-hand="byHand"
        :marks="marksByHand"
        :directions="directions"
        :together="together"
        :repairs="repairs"
        :checking="checking"
        :hearing="hearing"
        :starts="starts"
        @find="deeds.findWords(takeView)"
        @nudge="(by) => nudge(by)"
        @read="wasRead"
      />
      <FiguresPanel
        v-if="figures"
        :figures="figures"
        :checks="checks.length"
        :settled="trail.data.value.settled"
        @unsettle="lesson.send({ kind: 'check again', take })"
        :unread="trail.data.value.trail.unread.length"
        :talk="trail.data.value.talk.length"
        :wordless="unwritten.length"
        :as-heard="heardTalk.length"
        @talk="toUnwritten"
        @as-heard="lesson.send({ kind: 'keep all talk', take, talk: heardTalk })"
        :planned="view.lesson.words_per_minute"
        :again="!job && checks.some((check) => check.kind === 'changed')"
        :simulated="takeView.origin === 'simulated narrator'"
        @again="deeds.findWords(takeView)"
      />
      <p
        v-if="!chosen && !together.sound.value && !byHand.missing.value && !markShown && !doneShown"
        class="text-[14px] text-quiet"
      >
        Click a word to go there. Drag the post at its beginning to move where it lights.
        <template v-if="marks.length || done.length"
          >The flags under the sound are your marks, and what you did on the stage: drag one to have it sooner
          or later.</template
        >
      </p>
      <template v-if="afterwards">
        <AddDirection
          :doings="possible"
          :with-words="withWords"
          :time="player.time.value"
          @add="(doing) => directions.add(doing, player.time.value)"
        />
        <ShorterPanel
          v-model:longest="shorter.longest.value"
          v-model:length="shorter.length.value"
          :offers="shorter.offers.value"
          :savings="shorter.savings.value"
          :left="shorter.left.value"
          :cuts="shorter.cuts.value.length"
          :shown="shorter.shown.value"
          @cut="shorter.cutOut"
          @show="shorter.shown.value = !shorter.shown.value"
          @back="shorter.putBack(shorter.cuts.value.map((one) => one.cut))"
        />
        <GiveTimePanel :giving="giving" :chosen="together.said.value" :last="together.lastSaid.value" />
        <ReadingPanel :take="take" :printed="words" @seek="goTo" />
        <TrimBar :trail="trail.data.value" :take="take" :now="player.time.value" @seek="player.seek" />
        <TimingFiles :take="take" />
        <TakeList v-if="view.takes.length > 1" :looking="take" @look="(one) => (lookedAt = one)" />
      </template>
    </aside>
  </div>
  <NothingToSync v-else :finding="!!job" :quiet="!!wordless" />
</template>
