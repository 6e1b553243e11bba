<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed, useId } from 'vue'
import type { Schemas } from '@/api/client'
import type { CueSheet, StageState } from './cueReader'
import StageSign from './StageSign.vue'
import StageSignpost from './StageSignpost.vue'
import StagePanels from './StagePanels.vue'
import StageStrokes from './StageStrokes.vue'
import StageText from './StageText.vue'
import { dotsOf, highlightOf, placesOf, sharesOf, stoneOf, type Layout } from './shapes'

const props = withDefaults(
  defineProps<{
    layout: Layout
    state: StageState
    sheet?: CueSheet
    waited?: number
    /** Show the text column only, without the room for signposts. */
    textOnly?: boolean
    /** Draw the signpost itself (else the page around the stage does). */
    signposts?: boolean
    /** Words can be chosen. */
    choosable?: boolean
    chosen?: ReadonlySet<string>
    label?: string
    /** It holds buttons (in its slot), and is no picture then. */
    live?: boolean
    /** Where picture files are fetched from. */
    pictures?: string
    /** What it is drawn in. */
    colours?: Schemas['Colours']
  }>(),
  {
    sheet: undefined,
    waited: 0,
    chosen: undefined,
    label: 'Page of the passage',
    pictures: '/api/pictures/',
    colours: 'paper',
  },
)
const emit = defineEmits<{ choose: [word: string, extend: boolean] }>()

const id = useId()
const still = useMediaQuery('(prefers-reduced-motion: reduce)')
const page = computed(() => props.layout.pages[props.state.page] ?? props.layout.pages[0]!)
const look = computed(() => props.layout.look)
const places = computed(() => placesOf(props.layout))
const stone = computed(() => {
  const box = page.value.boxes.find((one) => one.word === props.state.lit)
  return box && stoneOf(box, look.value)
})
const read = computed(() => {
  const words = new Set(props.sheet?.lights.slice(0, props.state.passed).map((light) => light.word))
  words.delete(props.state.lit)
  if ((page.value.board && !page.value.beside) || page.value.title) return []
  return page.value.boxes
    .filter((box) => words.has(box.word))
    .map((box) => ({ word: box.word, ...dotsOf(box, look.value) }))
})
/** The chosen words of this page, one run a line. */
const chosenRuns = computed(() => {
  const runs: { line: number; left: number; right: number; baseline: number; size: number }[] = []
  for (const box of props.choosable ? page.value.boxes : []) {
    if (!props.chosen?.has(box.word)) continue
    const last = runs[runs.length - 1]
    if (last?.line === box.line) last.right = box.x + box.width
    else
      runs.push({
        line: box.line,
        left: box.x,
        right: box.x + box.width,
        baseline: box.baseline,
        size: box.size,
      })
  }
  return runs
})
const marks = computed(() =>
  props.state.marks.flatMap(({ mark: id, progress }) =>
    // Where its words are quoted, a mark has shapes once more.
    props.layout.marks.filter((candidate) => candidate.id === id).map((mark) => ({ mark, progress })),
  ),
)
const highlights = computed(() =>
  marks.value
    .filter(({ mark }) => mark.kind === 'highlight')
    .flatMap(({ mark, progress }) =>
      sharesOf(mark, progress)
        .filter(({ share, stretch }) => share > 0 && stretch.page === props.state.page)
        .map(({ stretch, share }) => ({ colour: mark.colour, ...highlightOf(stretch, share, look.value) })),
    ),
)
/** The strokes and pieces of each mark on this page. */
const drawnMarks = computed(() =>
  marks.value.flatMap(({ mark, progress }) =>
    mark.strokes
      .filter((strokes) => strokes.page === props.state.page)
      .map((strokes) => ({ id: mark.id, progress, ...strokes })),
  ),
)
const parts = computed(() => page.value.parts.filter((part) => props.state.parts.includes(part.id)))
const signpost = computed(() =>
  props.layout.signposts.find((candidate) => candidate.id === props.state.signpost),
)
const sign = computed(() => props.layout.signs.find((one) => one.id === props.state.signpost))
const held = computed(() => {
  const gate = props.sheet?.gates.find((one) => one.pause === props.state.gate)
  return gate ? gate.think_seconds + (gate.answer_seconds ?? 0) : 0
})
const titleTrail = computed(() => {
  const { pieces } = page.value
  const bottom =
    (pieces.length ? Math.max(...pieces.map((piece) => piece.baseline)) : props.layout.height / 2) + 90
  const left = pieces.length ? Math.min(...pieces.map((piece) => piece.x)) : 0
  const right = pieces.length ? Math.max(...pieces.map((piece) => piece.x + piece.width)) : props.layout.width
  const middle = (left + right) / 2
  return (
    `M ${middle - 260} ${bottom} C ${middle - 120} ${bottom - 50} ${middle - 60} ${bottom + 50} ${middle + 60} ${bottom} ` +
    `C ${middle + 140} ${bottom - 34} ${middle + 200} ${bottom - 20} ${middle + 260} ${bottom - 10}`
  )
})
const viewBox = computed(() => {
  // Who asks for less motion sees the whole page all the while.
  if (props.state.view && !still.value) return props.state.view.join(' ')
  const width =
    props.textOnly && !page.value.title && !page.value.photo && !page.value.board
      ? page.value.text_edge || props.layout.text_edge
      : props.layout.width
  return `0 0 ${width} ${props.layout.height}`
})

const cropOf = ({ crop }: Schemas['LaidPicture']) => `${crop.x} ${crop.y} ${crop.width} ${crop.height}`

function choose(event: MouseEvent, word: string) {
  if (props.choosable && word) emit('choose', word, event.shiftKey)
}
</script>

<template>
  <svg
    :viewBox="viewBox"
    :preserveAspectRatio="textOnly && !page.title && !page.board ? 'xMidYMin meet' : 'xMidYMid meet'"
    class="stage-page font-passage block h-full w-full bg-white"
    :role="live ? 'group' : 'img'"
    :aria-label="label"
    :data-colours="colours"
    text-rendering="geometricPrecision"
    xml:space="preserve"
  >
    <StagePanels :panels="page.panels ?? []" />
    <svg
      v-for="picture in page.pictures"
      :key="picture.id"
      :x="picture.x"
      :y="picture.y"
      :width="picture.width"
      :height="picture.height"
      :viewBox="cropOf(picture)"
      preserveAspectRatio="none"
    >
      <title v-if="picture.shows">{{ picture.shows }}</title>
      <image :href="`${pictures}${picture.file}`" width="1" height="1" preserveAspectRatio="none" />
    </svg>
    <StagePanels v-for="part in parts" :key="part.id" :panels="part.panels ?? []" />
    <!-- A photo is of paper, whatever the stage is drawn in. -->
    <g :style="page.photo ? 'mix-blend-mode: multiply' : ''" :data-colours="page.photo ? 'paper' : undefined">
      <rect
        v-for="(h, i) in highlights"
        :key="`h${i}`"
        :x="h.x"
        :y="h.y"
        :width="h.width"
        :height="h.height"
        :rx="h.radius"
        :fill="`var(--color-${h.colour}-pale)`"
      />
      <rect
        v-for="(run, i) in chosenRuns"
        :key="`c${i}`"
        :x="run.left - run.size * 0.1"
        :y="run.baseline - run.size * 0.98"
        :width="run.right - run.left + run.size * 0.2"
        :height="run.size * 1.42"
        :rx="run.size * 0.12"
        fill="var(--color-lake-pale)"
        stroke="var(--color-lake)"
        stroke-width="3"
      />
      <g v-if="stone" data-stone :data-word="state.lit">
        <rect
          :x="stone.x"
          :y="stone.y"
          :width="stone.width"
          :height="stone.height"
          :rx="stone.radius"
          fill="var(--color-moss-pale)"
        />
        <rect
          :x="stone.x"
          :y="stone.footY"
          :width="stone.width"
          :height="stone.foot"
          :rx="stone.foot / 2"
          fill="var(--color-moss)"
        />
      </g>
    </g>
    <StageStrokes :strokes="page.strokes ?? []" />
    <StageText :pieces="page.pieces" />
    <g v-for="part in parts" :key="`p${part.id}`" :data-part="part.id">
      <StageStrokes :strokes="part.strokes ?? []" />
      <StageText :pieces="part.pieces ?? []" />
    </g>
    <path
      v-if="page.title"
      :d="titleTrail"
      fill="none"
      stroke="var(--color-moss-half)"
      stroke-width="9"
      stroke-dasharray="0.01 24"
      stroke-linecap="round"
    />
    <g v-for="mark in drawnMarks" :key="mark.id" :data-mark="mark.id">
      <StageStrokes :strokes="mark.strokes" :progress="mark.progress" />
      <StageText v-if="mark.progress >= 1" :pieces="mark.pieces ?? []" />
    </g>
    <line
      v-for="dots in read"
      :key="`d${dots.word}`"
      data-dots
      :x1="dots.x1"
      :x2="dots.x2"
      :y1="dots.y"
      :y2="dots.y"
      :stroke-width="dots.width"
      :stroke-dasharray="dots.dashes"
      stroke-linecap="round"
      stroke="var(--color-moss-half)"
    />
    <StageSignpost
      v-if="signposts && signpost"
      :signpost="signpost"
      :waited="waited"
      :look="look"
      :state="state"
    />
    <StageSign v-if="sign" :sign="sign" :waited="waited" :whole="held" />
    <template v-if="state.pointer">
      <defs>
        <radialGradient :id="`spot${id}`">
          <stop
            offset="0"
            stop-color="var(--color-ochre)"
            :stop-opacity="look.spot_strength * state.pointer[2]!"
          />
          <stop offset="1" stop-color="var(--color-ochre)" stop-opacity="0" />
        </radialGradient>
      </defs>
      <circle
        data-pointer
        class="pointer-events-none"
        :cx="state.pointer[0]"
        :cy="state.pointer[1]"
        :r="look.spot"
        :fill="`url(#spot${id})`"
      />
    </template>
    <g v-if="choosable">
      <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
      <rect
        v-for="box in page.boxes"
        :key="`b${box.word}`"
        class="choosable"
        :data-box="box.word"
        :x="box.x - box.size * 0.1"
        :y="box.baseline - box.size * 1.1"
        :width="box.width + box.size * 0.2"
        :height="box.size * 1.7"
        fill="transparent"
        @click="choose($event, box.word)"
      />
    </g>
    <slot :page="page" :places="places" />
  </svg>
</template>

<style scoped>
.choosable {
  cursor: pointer;
}
.choosable:hover {
  fill: rgb(42 101 145 / 0.1);
}
</style>
