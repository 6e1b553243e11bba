<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, provide, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useCatalogue } from '@/api/catalogue'
import { ask, client, type Schemas, type Take } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import { useKeys } from '@/parts/keys'
import { usePlayer } from '@/stage/player'
import { printedOf } from '@/stage/shapes'
import StagePage from '@/stage/StagePage.vue'
import JobPanel from './JobPanel.vue'
import { useChosenWords } from './plan/chosenWords'
import AddDirection from './sync/AddDirection.vue'
import CheckPost from './sync/CheckPost.vue'
import DirectionPost from './sync/DirectionPost.vue'
import FiguresPanel from './sync/FiguresPanel.vue'
import PlayBar from './sync/PlayBar.vue'
import { useMoments, useStarts } from './sync/byHand'
import MarkPost from './sync/MarkPost.vue'
import LinesOfTakes from './sync/LinesOfTakes.vue'
import { isSamePlace, rowsOf, unheardRows, withUnheard, type Place, type Row } from './sync/syncRows'
import { doings, wordDoings } from './sync/stripDirections'
import { useDirections } from './sync/directionsDone'
import { useReadHere, type Missing } from './sync/readHere'
import ReadHere from './sync/ReadHere.vue'
import RowList from './sync/RowList.vue'
import { stripMarks, type MarkHand, type StripMark } from './sync/stripMarks'
import { useNamings } from './sync/namings'
import NothingToSync from './sync/NothingToSync.vue'
import WordlessTake from './sync/WordlessTake.vue'
import TrailMap from './sync/TrailMap.vue'
import TrimBar from './sync/TrimBar.vue'
import TakeChoice from './sync/TakeChoice.vue'
import TakeList from './TakeList.vue'
import { takeName, useTakes } from './takes'

type Check = Schemas['Check']
const lesson = useLesson()
const catalogue = useCatalogue()
const view = lesson.view
const deeds = useTakes(lesson)
const takeOf = (id: string | undefined) => view.value.takes.find((one) => one.id === id)
/** The take that is looked at: one that was asked for, else one that waits to be used, else the lesson's. */
const lookedAt = ref('')
const used = computed(() => takeOf(view.value.take_in_use))
const takeView = computed(
  () => takeOf(lookedAt.value) ?? view.value.takes.findLast((one) => one.asks) ?? used.value,
)
const take = computed(() => takeView.value?.id ?? '')
async function useTake(one: Take) {
  await deeds.use(one)
  lookedAt.value = ''
}
const job = computed(() => lesson.activeJob('align'))
/** The newest take, when its words were not found: something went wrong, or the work was stopped. */
const wordless = computed(() => {
  const newest = view.value.takes.findLast((one) => one.state === 'kept')
  return newest && (newest.fault || !newest.has_trail) ? newest : undefined
})
const stage = useStage(
  lesson.id,
  computed(() => [view.value.revision, job.value?.id ?? '']),
  take,
)
const trail = useQuery({
  queryKey: computed(() => ['trail', lesson.id.value, take.value, view.value.revision, job.value?.id ?? '']),
  queryFn: () =>
    ask(
      client.GET('/api/lessons/{lesson}/trail', {
        params: { path: { lesson: lesson.id.value }, query: { take: take.value } },
      }),
    ),
  enabled: computed(() => !!take.value && !!takeView.value?.has_trail),
  placeholderData: (before) => before,
  retry: false,
})
const peaks = useQuery({
  queryKey: computed(() => ['peaks', take.value]),
  queryFn: async () => new Uint8Array(await (await fetch(`/api/takes/${take.value}/peaks`)).arrayBuffer()),
  enabled: computed(() => !!takeView.value?.has_trail),
  staleTime: Infinity,
})

const sheet = computed(() => stage.value?.sheet)
const source = computed(() => (takeView.value?.has_trail ? `/api/takes/${take.value}/sound` : ''))
const player = usePlayer(source, sheet)
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
const rows = computed(() =>
  stage.value && trail.data.value
    ? withUnheard(
        rowsOf(stage.value, trail.data.value, view.value.lesson.pause_points, words.value, [
          ...marks.value.map(moments.placed),
          ...done.value,
        ]),
        unheardRows(
          trail.data.value,
          view.value.lesson.replacements.filter((one) => one.take === take.value),
          (by) => takeName(takeOf(by) ?? { name: '', number: 0 }),
        ),
      )
    : [],
)
/** Where there is only one reading of everything, there is nothing to choose from. */
const tabs = computed(() => [
  'By line',
  'On the stage',
  ...(view.value.takes.filter((one) => one.has_trail).length > 1 || trail.data.value?.dropped.length
    ? ['All takes']
    : []),
])
const checks = computed(() => trail.data.value?.checks ?? [])
const chosen = ref<Place>()
const chosenMark = moments.chosen
const markShown = computed(() => marks.value.find((one) => one.id === chosenMark.value))
const list = ref<InstanceType<typeof RowList>>()
/* Talk that has no words yet: what was heard of it is a guess, and students do not see it. */
const unwritten = computed(() => trail.data.value?.talk.filter((one) => !one.text) ?? [])
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
function choose(place: Place) {
  byHand.close()
  chosen.value = place
  picked.set(place.word, place.word)
  chosenMark.value = ''
  player.seek(place.start + 0.005)
  list.value?.showPlace(place)
}

/** What a row offers. */
function doOffered(row: Row) {
  if (row.kind === 'offer') namings.settle(row.offer)
  else if (row.kind === 'unheard' && row.again)
    void lesson.send({ kind: 'put reading back', again: row.again })
  else if (row.kind === 'unheard' && row.instead)
    void lesson.send({ kind: 'put stretch back', stretch: row.instead })
  else if ('missed' in row && row.missed) wasRead(row.missed)
}

function respellingOf(word: string): string {
  const text = words.value.get(word)
  return view.value.lesson.respellings.find((one) => one.text === text)?.said ?? ''
}

/** The place to check that comes after the chosen one; the first, where there is none. */
function following(left: readonly Check[]): Check | undefined {
  const here = chosen.value
  const at = here ? checks.value.findIndex((check) => isSamePlace(check, here)) : -1
  if (at >= 0) return checks.value.slice(at + 1).find((check) => left.includes(check)) ?? left[0]
  return left.find((check) => check.start > (here?.start ?? -1)) ?? left[0]
}
function nextCheck() {
  const next = following(checks.value)
  if (next) choose(next)
}
/** These are fine as they are; on to the next. */
function settle(fine: readonly Check[]) {
  const next = following(checks.value.filter((check) => !fine.includes(check)))
  const places = fine.map(({ word, found }) => ({ word, found }))
  void lesson.send({ kind: 'settle places', take: take.value, places })
  if (next) choose(next)
  else chosen.value = undefined
}

const starts = useStarts(take, lesson, async ({ word, found, start }) => {
  if (chosen.value?.word === word && chosen.value.found === found) chosen.value = { ...chosen.value, start }
  await trail.refetch()
})
const moving = starts.moving
function nudge(by: number, place: Pick<Place, 'word' | 'found' | 'start'> | undefined = chosen.value) {
  if (place) starts.nudge(by, place)
}

/* Words that were read and not found. */
const byHand = useReadHere(take, lesson, player)
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
const isPlaced = (word: string) =>
  view.value.lesson.read_by_hand.some((one) => one.take === take.value && one.words.includes(word))

/* Marks. */
function chooseMark(mark: StripMark) {
  chosen.value = undefined
  chosenMark.value = mark.id
  player.seek(mark.start)
}
function placeMark(mark: StripMark, start: number, seconds?: number) {
  chosen.value = undefined
  if (directions.of(mark.id)) return directions.move(mark.id, start)
  return moments.place(mark, start, seconds)
}
function nudgeMark(by: number, mark = markShown.value ?? doneShown.value) {
  if (!mark) return
  chosen.value = undefined
  if (directions.of(mark.id)) return directions.move(mark.id, mark.start + by)
  moments.nudge(by, mark)
}

provide<MarkHand>('mark hand', {
  chosen: chosenMark,
  choose: chooseMark,
  move: (mark, start) => void placeMark(mark, start),
  nudge: nudgeMark,
})

useKeys({
  space: player.toggle,
  b: () => player.back(),
  n: nextCheck,
  o: namings.takeNext,
  t: () => void byHand.tap(),
  'alt+arrowleft': () => (chosenMark.value ? nudgeMark(-0.1) : nudge(-0.01)),
  'alt+arrowright': () => (chosenMark.value ? nudgeMark(0.1) : nudge(0.01)),
})
</script>

<template>
  <Teleport to="#screen-actions">
    <button v-if="checks.length" class="button" type="button" @click="nextCheck">
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
      <TrailMap class="mb-2" :view="trail.data.value" :time="player.time.value" @seek="player.seek" />
      <TabGroup as="div" class="flex min-h-0 flex-1 flex-col">
        <TabList class="mb-2 flex gap-1 text-[14px]">
          <Tab v-for="name in tabs" :key="name" v-slot="{ selected }" as="template">
            <button
              class="rounded-panel px-3 py-1 font-semibold"
              :class="selected ? 'bg-moss-pale' : 'text-quiet'"
            >
              {{ name }}
            </button>
          </Tab>
        </TabList>
        <TabPanels class="min-h-0 flex-1">
          <TabPanel class="panel h-full overflow-y-auto px-4 py-3 narrow:h-[75vh]" tabindex="-1">
            <RowList
              ref="list"
              :rows="rows"
              :words="words"
              :widths="widths"
              :peaks="peaks.data.value"
              :player="player"
              :take="take"
              :chosen="chosen"
              :moving="moving"
              @choose="choose"
              @move="starts.move"
              @nudge="nudge"
              @offered="doOffered"
              @other="(row) => 'missed' in row && byHand.leave(row.missed!.words)"
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
      <FiguresPanel
        v-if="figures"
        :figures="figures"
        :checks="checks.length"
        :settled="trail.data.value.settled"
        @unsettle="lesson.send({ kind: 'check again', take })"
        :unread="trail.data.value.trail.unread.length"
        :talk="trail.data.value.talk.length"
        :wordless="unwritten.length"
        @talk="toUnwritten"
        :planned="view.lesson.words_per_minute"
        :again="!job && checks.some((check) => check.kind === 'changed')"
        :simulated="takeView.origin === 'simulated narrator'"
        @again="deeds.findWords(takeView)"
      />
      <ReadHere
        v-if="byHand.missing.value"
        :missing="byHand.missing.value"
        :words="words"
        :tapped="byHand.taps.value.length"
        :can-tap="byHand.canTap.value"
        :now="player.time.value"
        :problem="byHand.problem.value"
        @listen="byHand.listen"
        @tap="byHand.tap"
        @spread="byHand.spread"
        @begin="byHand.begin"
        @finish="byHand.finish"
        @leave="byHand.leave(byHand.missing.value!.words)"
        @close="byHand.close"
      />
      <MarkPost
        v-else-if="markShown"
        :mark="markShown"
        :seconds="markShown.end - markShown.start"
        @hear="player.playFromTo(Math.max(0, markShown.start - 1), markShown.end + 0.6)"
        @nudge="(by) => nudgeMark(by)"
        @here="placeMark(markShown, player.time.value)"
        @free="lesson.send({ kind: 'free mark', take, id: markShown.id })"
        @last="(seconds) => placeMark(markShown!, markShown!.start, seconds)"
      />
      <DirectionPost
        v-else-if="doneShown"
        :done="doneShown"
        @hear="player.playFromTo(Math.max(0, doneShown.start - 1.5), doneShown.start + 1.5)"
        @nudge="(by) => nudgeMark(by)"
        @here="directions.move(doneShown.id, player.time.value)"
        @remove="lesson.send({ kind: 'remove direction', id: doneShown.id })"
      />
      <CheckPost
        v-else-if="chosen"
        :place="chosen"
        :words="words"
        :checks="checks"
        :respelling="respellingOf(chosen.word)"
        @respell="(said) => lesson.send({ kind: 'respell', text: words.get(chosen!.word) ?? '', said })"
        @again="deeds.findWords(takeView)"
        @hear="player.playFromTo(Math.max(0, chosen!.start - 0.6), chosen!.end + 0.4)"
        @nudge="(by) => nudge(by)"
        @next="nextCheck"
        @fine="settle"
        :now="player.time.value"
        :placed="isPlaced(chosen.word)"
        @read="chosenWasRead(chosen)"
        @unplace="lesson.send({ kind: 'unplace words', take, word: chosen!.word })"
        @here="starts.move(chosen!.word, chosen!.found, player.time.value)"
      />
      <p v-else class="text-[14px] text-quiet">
        Click a word to go there. Drag the post at its beginning to move where it lights.
        <template v-if="marks.length || done.length"
          >The flags under the sound are your marks, and what you did on the stage: drag one to have it sooner
          or later.</template
        >
      </p>
      <AddDirection
        :doings="possible"
        :with-words="withWords"
        :time="player.time.value"
        @add="(doing) => directions.add(doing, player.time.value)"
      />
      <TrimBar :trail="trail.data.value" :take="take" :now="player.time.value" @seek="player.seek" />
      <TakeList v-if="view.takes.length > 1" :looking="take" @look="(one) => (lookedAt = one)" />
    </aside>
  </div>
  <NothingToSync v-else :finding="!!job" :quiet="!!wordless" />
</template>
