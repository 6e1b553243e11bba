<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, reactive, ref, watch } from 'vue'
import type { Player, Span } from '@/stage/player'
import { useNearRows } from './nearRows'
import type { Heights } from './peaks'
import type { Place, Row } from './syncRows'
import TakeRow from './TakeRow.vue'

/** The take down the page: a strip of sound for each line that was read, talk, and what is between them. */
const props = defineProps<{
  rows: readonly Row[]
  words: ReadonlyMap<string, string>
  widths: ReadonlyMap<string, number>
  peaks: Heights | undefined
  player: Player
  take: string
  chosen: Place | undefined
  span: Span | undefined
  /** Sound that was drawn over. */
  sound: Span | undefined
  /** Whether talk is folded to a line each. */
  folded?: boolean
  moving: { word: string; found: number; start: number } | undefined
}>()
defineEmits<{
  choose: [place: Place, extend: boolean]
  move: [word: string, found: number, start: number]
  nudge: [by: number, place: Place]
  offered: [row: Row]
  other: [row: Row]
  select: [span: Span]
}>()
/** Seconds of talk from which its sound is drawn, so that one can point into it. */
const LONG_TALK = 1.5
const list = ref<HTMLElement>()
const { width } = useElementSize(list)
/** Pixels beside a strip: its moment, and what parts them. */
const BESIDE = 52
const stripWidth = computed(() => (width.value ? width.value - BESIDE : undefined))
/** Strips are drawn once it is known how wide they are. */
const measured = computed(() => !!width.value || !('ResizeObserver' in window))

/** The last word that was read before a row. */
function wordBefore(row: Row): string {
  const lines = props.rows.filter((one) => one.kind === 'line' && one.start < row.start)
  const last = lines[lines.length - 1]
  return last?.kind === 'line' ? (last.visits[last.visits.length - 1]?.word ?? '') : ''
}

/** Talk that was opened while the rest is folded. */
const opened = reactive(new Set<string>())
watch(
  () => props.folded,
  () => opened.clear(),
)
/** Whether a row of talk is drawn with its sound and words. */
const isOpen = (row: Row) =>
  row.kind === 'talk' &&
  (props.folded
    ? opened.has(row.key)
    : !!row.marks.length || !!row.talk?.text || row.end - row.start >= LONG_TALK)

const near = useNearRows(list)
watch(
  () => props.rows.length,
  () => void nextTick(near.watch),
)

/** Bring a row into view, drawn. */
async function toRow(place: number, block: ScrollLogicalPosition, behavior: ScrollBehavior = 'auto') {
  const row = props.rows[place]
  if (!row) return
  near.draw(row.key)
  await nextTick()
  list.value?.children[place]?.scrollIntoView({ block, behavior })
}
const placeAt = (at: number) => props.rows.findLastIndex((one) => one.start <= at + 0.01)

watch(
  () => props.player.state.value?.passed,
  () => {
    if (!props.player.playing.value) return
    const now = props.player.time.value
    const place = props.rows.findLastIndex(
      (one) => one.kind === 'line' && one.start <= now + 0.01 && now < one.end,
    )
    void toRow(place, 'nearest', 'smooth')
  },
)
defineExpose({
  /** Bring the row of a moment of the take into view. */
  show: (at: number) => void toRow(placeAt(at), 'center'),
  showPlace: ({ word, found, start }: Place) => {
    const isHere = (row: Row) =>
      row.kind === 'line' && row.visits.some((one) => one.word === word && Math.abs(one.found - found) < 1e-3)
    const place = props.rows.findIndex(isHere)
    void toRow(place >= 0 ? place : placeAt(start), 'center')
  },
})
</script>

<template>
  <div ref="list">
    <TakeRow
      v-for="(row, place) in rows"
      :key="row.key"
      :row="row"
      :place="place"
      :near="near"
      :words="words"
      :widths="widths"
      :peaks="peaks"
      :player="player"
      :take="take"
      :width="stripWidth"
      :measured="measured"
      :chosen="chosen"
      :span="span"
      :sound="sound"
      :folded="!!folded"
      :open="isOpen(row)"
      :moving="moving"
      :before="wordBefore"
      @select="(span) => $emit('select', span)"
      @choose="(place, extend) => $emit('choose', place, extend)"
      @move="(word, found, start) => $emit('move', word, found, start)"
      @nudge="(by, place) => $emit('nudge', by, place)"
      @offered="$emit('offered', row)"
      @other="$emit('other', row)"
      @open="opened.add(row.key)"
    />
  </div>
</template>
