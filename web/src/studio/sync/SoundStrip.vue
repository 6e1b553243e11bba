<script setup lang="ts">
import { computed, ref } from 'vue'
import { clock } from '@/parts/words'
import { type Heights, STRIP_HEIGHT as HEIGHT, barsOf } from './peaks'
import type { Span } from '@/stage/player'
import MarkLane from './MarkLane.vue'
import { useSoundDrag, within } from './soundDrag'
import type { Place, Row, StripVisit } from './syncRows'

const props = defineProps<{
  row: Extract<Row, { kind: 'line' }>
  words: ReadonlyMap<string, string>
  widths: ReadonlyMap<string, number>
  /** How wide the strip is, in pixels. */
  width?: number
  peaks: Heights | undefined
  time: number
  lit: string
  chosen: Place | undefined
  /** Words that are chosen together, by when they are said (seconds of take time). */
  span: Span | undefined
  /** Sound that was drawn over. */
  sound: Span | undefined
  moving: { word: string; found: number; start: number } | undefined
}>()
const emit = defineEmits<{
  choose: [place: Place, extend: boolean]
  play: [at: number]
  select: [span: Span]
  move: [word: string, found: number, start: number]
  nudge: [by: number, visit: StripVisit]
}>()

const SIZE = 20
const GAP = 9
const WIDEST_SECOND = 190
const USUAL_WIDTH = 600
const dragged = ref<{ index: number; start: number }>()

/** No word is narrower than a finger needs. */
const LEAST = 24
const widthAt = (size: number, word: string) =>
  Math.max(LEAST, ((props.widths.get(word) ?? 1) + GAP / SIZE) * size)
const wordSize = computed(() => {
  const room = props.width ?? USUAL_WIDTH
  let size = SIZE
  while (size > 8 && props.row.visits.reduce((sum, visit) => sum + widthAt(size, visit.word), 0) > room)
    size -= 0.5
  return size
})
const textWidth = (word: string) => widthAt(wordSize.value, word)

/**
 * Where each word's strip begins, in pixels: as wide as its sound is long, but never narrower than
 * its letters, so that the line can be read. Time runs evenly inside each word's part.
 */
const cells = computed(() => {
  const { visits, end } = props.row
  const parts = visits.map((visit, i) => ({
    from: visit.start,
    to: Math.max(visits[i + 1]?.start ?? end, visit.start + 0.03),
    least: textWidth(visit.word),
  }))
  const wide = (scale: number) =>
    parts.reduce((sum, part) => sum + Math.max(part.least, (part.to - part.from) * scale), 0)
  let [low, high] = [0, WIDEST_SECOND]
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2
    if (wide(middle) > (props.width ?? USUAL_WIDTH)) high = middle
    else low = middle
  }
  let x = 0
  return parts.map((part) => {
    const cell = { ...part, x, width: Math.max(part.least, (part.to - part.from) * low) }
    x += cell.width
    return cell
  })
})
function xOf(at: number): number {
  const cell = cells.value.findLast((one) => one.from <= at) ?? cells.value[0]!
  return cell.x + Math.min(1, (at - cell.from) / (cell.to - cell.from)) * cell.width
}
function timeAt(x: number): number {
  const cell = cells.value.findLast((one) => one.x <= x) ?? cells.value[0]!
  return cell.from + Math.min(1, Math.max(0, (x - cell.x) / cell.width)) * (cell.to - cell.from)
}
const lastX = computed(() => {
  const last = cells.value[cells.value.length - 1]!
  return last.x + last.width
})

const bars = computed(() => barsOf(props.peaks, lastX.value, timeAt))
const shown = computed(() =>
  props.row.visits.map((visit, index) => ({
    ...visit,
    index,
    at:
      dragged.value?.index === index
        ? dragged.value.start
        : props.moving?.word === visit.word && props.moving.found === visit.found
          ? props.moving.start
          : visit.start,
    now: props.time >= visit.start && props.time < visit.end && visit.word === props.lit,
    read: props.time >= visit.end,
    chosen: props.span
      ? visit.start >= props.span.start && visit.start < props.span.end
      : props.chosen?.word === visit.word && Math.abs(props.chosen.found - visit.found) < 1e-6,
  })),
)
const litHere = computed(() => shown.value.some((visit) => visit.now))
const colourAt = (at: number) => {
  const visit = shown.value.find((one) => at >= one.start && at < one.end)
  if (visit?.gone) return 'var(--color-hairline)'
  if (visit && (!visit.sure || visit.slip)) return 'var(--color-signal)'
  return at <= props.time ? 'var(--color-moss)' : '#7fa594'
}
/** The bars of each colour as one shape: a page has thousands of them. */
const drawn = computed(() => {
  const paths = new Map<string, string>()
  for (const { at, x, height } of bars.value) {
    const colour = colourAt(at)
    paths.set(colour, `${paths.get(colour) ?? ''}M${x} ${HEIGHT}v${-height}h3v${height}z`)
  }
  return paths
})
function place(visit: StripVisit): Place {
  return { word: visit.word, start: visit.start, end: visit.end, found: visit.found, why: visit.why }
}

const drag = useSoundDrag(timeAt, (span) => emit('select', span))
/** What of the drawn sound lies in this line. */
const selected = computed(() => within(drag.drawn.value ?? props.sound, props.row))
function dragPost(event: PointerEvent, visit: StripVisit, index: number) {
  const handle = event.currentTarget as HTMLElement
  handle.setPointerCapture(event.pointerId)
  const from = event.clientX
  const move = (now: PointerEvent) => {
    const x = xOf(visit.start) + now.clientX - from
    const earlier = x < 0 ? x / WIDEST_SECOND : 0
    dragged.value = { index, start: Math.min(visit.end - 0.03, Math.max(0, timeAt(x) + earlier)) }
  }
  const drop = () => {
    handle.removeEventListener('pointermove', move)
    const moved = dragged.value
    dragged.value = undefined
    if (moved && Math.abs(moved.start - visit.start) > 0.004)
      emit('move', visit.word, visit.found, moved.start)
    else emit('choose', place(visit), event.shiftKey)
  }
  handle.addEventListener('pointermove', move)
  handle.addEventListener('pointerup', drop, { once: true })
}
</script>

<template>
  <div class="mb-3 flex items-start gap-3" :class="row.unheard ? 'opacity-45' : ''" :data-lit="litHere">
    <span class="w-10 pt-11 text-right text-[12px] tabular-nums text-quiet">{{ clock(row.start) }}</span>
    <div class="relative min-w-0 flex-1">
      <div class="relative h-8">
        <button
          v-for="visit in shown"
          :key="visit.index"
          type="button"
          class="absolute bottom-0 min-h-[24px] min-w-[24px] rounded-t-small text-left px-[2px] pb-[2px] font-passage whitespace-nowrap"
          :class="[
            visit.now ? 'bg-moss-pale' : '',
            visit.chosen ? 'outline-2 outline-lake' : '',
            !visit.sure || visit.slip ? 'text-signal' : '',
            visit.gone ? 'text-quiet line-through' : '',
          ]"
          :style="{
            left: `${xOf(visit.start) - 2}px`,
            fontSize: `${wordSize}px`,
          }"
          :data-visit="`${visit.word}@${visit.found}`"
          :aria-pressed="!!visit.chosen"
          :title="visit.why || visit.slip"
          @click="emit('choose', place(visit), $event.shiftKey)"
        >
          {{ words.get(visit.word)
          }}<span v-if="!visit.sure || visit.slip" class="sr-only"> ({{ visit.slip || 'unsure' }})</span>
        </button>
      </div>
      <svg
        class="block w-full rounded-small bg-mist"
        :height="HEIGHT"
        aria-hidden="true"
        @pointerdown="drag.begin"
        @click="drag.wasDrag() || emit('play', timeAt($event.offsetX))"
      >
        <template v-for="visit in shown" :key="`s${visit.index}`">
          <rect
            v-if="visit.now"
            :x="xOf(visit.start)"
            y="0"
            :width="xOf(visit.end) - xOf(visit.start)"
            :height="HEIGHT"
            fill="var(--color-moss-pale)"
          />
        </template>
        <path
          v-for="[colour, path] in drawn"
          :key="colour"
          :d="path"
          :fill="colour"
          shape-rendering="crispEdges"
        />
        <rect
          v-if="selected"
          :x="xOf(selected.start)"
          y="0"
          :width="xOf(selected.end) - xOf(selected.start)"
          :height="HEIGHT"
          fill="var(--color-lake)"
          opacity="0.22"
        />
        <line
          v-if="time >= row.start && time <= row.end"
          :x1="xOf(time)"
          :x2="xOf(time)"
          y1="0"
          :y2="HEIGHT"
          stroke="var(--color-ink)"
          stroke-width="1.5"
        />
      </svg>
      <button
        v-for="visit in shown"
        :key="`h${visit.index}`"
        type="button"
        class="post absolute top-[30px] w-[24px]"
        :style="{ left: `${xOf(visit.at) - 12}px`, height: `${HEIGHT + 8}px` }"
        :aria-label="`Start of ${words.get(visit.word)}, ${visit.at.toFixed(2)} s. Arrow keys move it.`"
        @pointerdown.prevent="dragPost($event, visit, visit.index)"
        @keydown.left.prevent="emit('nudge', -0.01, visit)"
        @keydown.right.prevent="emit('nudge', 0.01, visit)"
      />
      <MarkLane v-if="row.marks.length" :marks="row.marks" :x-of="xOf" :time-at="timeAt" />
    </div>
  </div>
</template>

<style scoped>
.post {
  cursor: ew-resize;
  touch-action: none;
  background:
    linear-gradient(var(--color-moss-half), var(--color-moss-half)) center top / 1.5px calc(100% - 5px)
      no-repeat,
    radial-gradient(circle, var(--color-moss-half) 3.4px, transparent 3.6px) center bottom / 8px 8px no-repeat;
}
.post:hover,
.post:focus-visible {
  background:
    linear-gradient(var(--color-lake), var(--color-lake)) center top / 2px calc(100% - 5px) no-repeat,
    radial-gradient(circle, var(--color-lake) 4px, transparent 4.2px) center bottom / 9px 9px no-repeat;
}
</style>
