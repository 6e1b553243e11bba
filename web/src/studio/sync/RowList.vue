<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, reactive, ref, watch } from 'vue'
import { useLesson } from '@/api/lesson'
import type { Player, Span } from '@/stage/player'
import { deedOf } from './namings'
import { useNearRows } from './nearRows'
import type { Heights } from './peaks'
import RowNote from './RowNote.vue'
import SoundStrip from './SoundStrip.vue'
import type { Place, Row } from './syncRows'
import TalkStrip from './TalkStrip.vue'
import TalkWords from './TalkWords.vue'

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
const lesson = useLesson()
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
/** What is said, as far as it fits in a line. */
const textOf = (row: Row) =>
  row.kind === 'talk' ? `Talk${row.talk?.text ? ` · “${row.talk.text}”` : ''}` : 'text' in row ? row.text : ''

/** What can be done about a row. */
function deedOfRow(row: Row) {
  if (row.kind === 'offer') return deedOf(row.offer)
  if (row.kind === 'unheard') return 'Put it back'
  if (row.kind === 'made') return row.deed
  if (row.kind === 'cut offer') return row.offered.kind === 'silence' ? 'Shorten it' : 'Cut it'
  if (row.kind === 'talk') return props.folded ? 'Open' : 'Cut it'
  return 'missed' in row && row.missed ? 'It was read' : undefined
}

/** What else. */
function otherDeedOf(row: Row) {
  if (row.kind === 'talk') return row.talk?.by_hand ? 'Let it light again' : undefined
  if (row.kind === 'cut offer') return 'Leave it'
  return 'missed' in row && row.missed ? 'Not read, on purpose' : undefined
}

const near = useNearRows(list)
watch(
  () => props.rows.length,
  () => void nextTick(near.watch),
)
const isDrawn = (row: Row, place: number) => measured.value && near.isNear(row.key, place)
/** About how high a row is, as long as it is not drawn. */
const heightOf = (row: Row) => (row.kind === 'line' ? 96 : row.kind === 'talk' ? 110 : 46)
/** The room that a row has; in one text, so that it is set only where it has changed. */
const roomOf = (row: Row, drawn: boolean) =>
  `contain-intrinsic-height: auto ${heightOf(row)}px${drawn ? '' : `; min-height: ${heightOf(row)}px`}`
/** The sound's place as a row sees it: one that is over, or still to come, is not drawn anew each time. */
const timeIn = (row: Row) => Math.min(Math.max(props.player.time.value, row.start - 1), row.end + 1)
/** The word that is lit, as the row sees it that is said now. */
const litIn = (row: Row) =>
  row.start <= props.player.time.value && props.player.time.value <= row.end
    ? (props.player.state.value?.lit ?? '')
    : ''

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
    <div
      v-for="(row, place) in rows"
      :key="row.key"
      :data-row="row.key"
      class="-mx-1 -mt-1 px-1 pt-1 [content-visibility:auto]"
      :style="roomOf(row, isDrawn(row, place))"
    >
      <template v-if="!isDrawn(row, place)" />
      <SoundStrip
        v-else-if="row.kind === 'line'"
        :row="row"
        :words="words"
        :widths="widths"
        :peaks="peaks"
        :time="timeIn(row)"
        :width="stripWidth"
        :lit="litIn(row)"
        :chosen="chosen"
        :span="span"
        :moving="moving"
        :sound="sound"
        @select="(span) => $emit('select', span)"
        @choose="(place, extend) => $emit('choose', place, extend)"
        @play="player.seek"
        @move="(word, found, start) => $emit('move', word, found, start)"
        @nudge="(by, place) => $emit('nudge', by, place)"
      />
      <TalkStrip
        v-else-if="row.kind === 'talk' && isOpen(row)"
        :row="row"
        :peaks="peaks"
        :time="timeIn(row)"
        :width="stripWidth"
        :sound="sound"
        @select="(span) => $emit('select', span)"
        @play="player.seek"
        @cut="$emit('offered', row)"
        @light="$emit('other', row)"
        @hear="player.playFromTo(row.start, row.end)"
      >
        <TalkWords
          v-if="row.talk"
          :talk="row.talk"
          :take="take"
          :playing="player.playing.value"
          :send="lesson.send"
          :after="wordBefore(row)"
          @hear="player.playFromTo(row.start, row.end)"
          @stop="player.toggle()"
        />
      </TalkStrip>
      <RowNote
        v-else
        :kind="row.kind"
        :text="textOf(row)"
        :note="row.note"
        :deed="deedOfRow(row)"
        :other="otherDeedOf(row)"
        @hear="player.playFromTo(Math.max(0, row.start - 0.5), row.end + 1.5)"
        @take="folded && row.kind === 'talk' ? opened.add(row.key) : $emit('offered', row)"
        @other="$emit('other', row)"
      />
    </div>
  </div>
</template>
