<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'
import { useLesson } from '@/api/lesson'
import type { Player } from '@/stage/player'
import { deedOf } from './namings'
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
  peaks: Uint8Array | undefined
  player: Player
  take: string
  chosen: Place | undefined
  moving: { word: string; found: number; start: number } | undefined
}>()
defineEmits<{
  choose: [place: Place]
  move: [word: string, found: number, start: number]
  nudge: [by: number, place: Place]
  offered: [row: Row]
  other: [row: Row]
}>()
/** Seconds of talk from which its sound is drawn, so that one can point into it. */
const LONG_TALK = 1.5
const lesson = useLesson()
const list = ref<HTMLElement>()

/** What can be done about a row. */
function deedOfRow(row: Row) {
  if (row.kind === 'offer') return deedOf(row.offer)
  if (row.kind === 'unheard') return 'Put it back'
  return 'missed' in row && row.missed ? 'It was read' : undefined
}

watch(
  () => props.player.state.value?.passed,
  async () => {
    if (!props.player.playing.value) return
    await nextTick()
    list.value?.querySelector('[data-lit=true]')?.scrollIntoView({ block: 'nearest', behavior: 'smooth' })
  },
)
defineExpose({
  /** Bring the row of a moment of the take into view. */
  show(at: number) {
    const place = props.rows.findLastIndex((one) => one.start <= at + 0.01)
    void nextTick(() => list.value?.children[place]?.scrollIntoView({ block: 'center' }))
  },
  showPlace({ word, found }: Place) {
    void nextTick(() =>
      list.value?.querySelector(`[data-visit="${word}@${found}"]`)?.scrollIntoView({ block: 'center' }),
    )
  },
})
</script>

<template>
  <div ref="list">
    <template v-for="row in rows" :key="row.key">
      <SoundStrip
        v-if="row.kind === 'line'"
        :row="row"
        :words="words"
        :widths="widths"
        :peaks="peaks"
        :time="player.time.value"
        :lit="player.state.value?.lit ?? ''"
        :chosen="chosen"
        :moving="moving"
        @choose="$emit('choose', $event)"
        @play="player.seek"
        @move="(word, found, start) => $emit('move', word, found, start)"
        @nudge="(by, place) => $emit('nudge', by, place)"
      />
      <TalkStrip
        v-else-if="
          row.kind === 'talk' && (row.marks.length || row.talk?.text || row.end - row.start >= LONG_TALK)
        "
        :row="row"
        :peaks="peaks"
        :time="player.time.value"
        @play="player.seek"
        @hear="player.playFromTo(row.start, row.end)"
      >
        <TalkWords
          v-if="row.talk"
          :talk="row.talk"
          :take="take"
          :playing="player.playing.value"
          :send="lesson.send"
          @hear="player.playFromTo(row.start, row.end)"
          @stop="player.toggle()"
        />
      </TalkStrip>
      <RowNote
        v-else
        :kind="row.kind"
        :text="row.text"
        :note="row.note"
        :deed="deedOfRow(row)"
        :other="'missed' in row && row.missed ? 'Not read, on purpose' : undefined"
        @hear="player.playFromTo(Math.max(0, row.start - 0.5), row.end + 1.5)"
        @take="$emit('offered', row)"
        @other="$emit('other', row)"
      />
    </template>
  </div>
</template>
