<script setup lang="ts">
import { computed } from 'vue'
import { useLesson } from '@/api/lesson'
import type { Player, Span } from '@/stage/player'
import { deedOf } from './namings'
import type { NearRows } from './nearRows'
import type { Heights } from './peaks'
import RowNote from './RowNote.vue'
import SoundStrip from './SoundStrip.vue'
import type { Place, Row } from './syncRows'
import TalkStrip from './TalkStrip.vue'
import TalkWords from './TalkWords.vue'

/**
 * One row of a take: a strip of sound with its words, talk, or what is between them. It sees for itself whether it is near
 * enough to be drawn, and where the sound is: a take of an hour has hundreds of rows, and most have nothing to do.
 */
const props = defineProps<{
  row: Row
  place: number
  near: NearRows
  words: ReadonlyMap<string, string>
  widths: ReadonlyMap<string, number>
  peaks: Heights | undefined
  player: Player
  take: string
  /** How wide its strip is, in pixels; unknown before it was measured. */
  width: number | undefined
  measured: boolean
  chosen: Place | undefined
  span: Span | undefined
  sound: Span | undefined
  folded: boolean
  /** Whether talk is drawn with its sound and words. */
  open: boolean
  moving: { word: string; found: number; start: number } | undefined
  /** The last word that was read before a row. */
  before: (row: Row) => string
}>()
const emit = defineEmits<{
  choose: [place: Place, extend: boolean]
  move: [word: string, found: number, start: number]
  nudge: [by: number, place: Place]
  offered: []
  other: []
  open: []
  select: [span: Span]
}>()
const lesson = useLesson()

const drawn = computed(() => props.measured && props.near.isNear(props.row.key, props.place))
/** The sound's place as the row sees it: one that is over, or still to come, is not drawn anew each time. */
const time = computed(() =>
  Math.min(Math.max(props.player.time.value, props.row.start - 1), props.row.end + 1),
)
/** The word that is lit, if it is said in this row. */
const lit = computed(() =>
  props.row.start <= props.player.time.value && props.player.time.value <= props.row.end
    ? (props.player.state.value?.lit ?? '')
    : '',
)

/** About how high it is, as long as it is not drawn. */
const height = computed(() => (props.row.kind === 'line' ? 96 : props.row.kind === 'talk' ? 110 : 46))
/** The room that it has; in one text, so that it is set only where it has changed. */
const room = computed(
  () =>
    `contain-intrinsic-height: auto ${height.value}px${drawn.value ? '' : `; min-height: ${height.value}px`}`,
)

/** What is said, as far as it fits in a line. */
const text = computed(() => {
  const { row } = props
  return row.kind === 'talk'
    ? `Talk${row.talk?.text ? ` · “${row.talk.text}”` : ''}`
    : 'text' in row
      ? row.text
      : ''
})

/** What can be done about it. */
const deed = computed(() => {
  const { row } = props
  if (row.kind === 'offer') return deedOf(row.offer)
  if (row.kind === 'unheard') return 'Put it back'
  if (row.kind === 'made') return row.deed
  if (row.kind === 'cut offer') return row.offered.kind === 'silence' ? 'Shorten it' : 'Cut it'
  if (row.kind === 'talk') return props.folded ? 'Open' : 'Cut it'
  return 'missed' in row && row.missed ? 'It was read' : undefined
})

/** What else. */
const otherDeed = computed(() => {
  const { row } = props
  if (row.kind === 'talk') return row.talk?.by_hand ? 'Let it light again' : undefined
  if (row.kind === 'cut offer') return 'Leave it'
  return 'missed' in row && row.missed ? 'Not read, on purpose' : undefined
})

const hear = () => props.player.playFromTo(props.row.start, props.row.end)
</script>

<template>
  <div :data-row="row.key" class="-mx-1 -mt-1 px-1 pt-1 [content-visibility:auto]" :style="room">
    <template v-if="!drawn" />
    <SoundStrip
      v-else-if="row.kind === 'line'"
      :row="row"
      :words="words"
      :widths="widths"
      :peaks="peaks"
      :time="time"
      :width="width"
      :lit="lit"
      :chosen="chosen"
      :span="span"
      :moving="moving"
      :sound="sound"
      @select="(span) => emit('select', span)"
      @choose="(place, extend) => emit('choose', place, extend)"
      @play="player.seek"
      @move="(word, found, start) => emit('move', word, found, start)"
      @nudge="(by, place) => emit('nudge', by, place)"
    />
    <TalkStrip
      v-else-if="row.kind === 'talk' && open"
      :row="row"
      :peaks="peaks"
      :time="time"
      :width="width"
      :sound="sound"
      @select="(span) => emit('select', span)"
      @play="player.seek"
      @cut="emit('offered')"
      @light="emit('other')"
      @hear="hear"
    >
      <TalkWords
        v-if="row.talk"
        :talk="row.talk"
        :take="take"
        :playing="player.playing.value"
        :send="lesson.send"
        :after="before(row)"
        @hear="hear"
        @stop="player.toggle()"
      />
    </TalkStrip>
    <RowNote
      v-else
      :kind="row.kind"
      :text="text"
      :note="row.note"
      :deed="deed"
      :other="otherDeed"
      @hear="player.playFromTo(Math.max(0, row.start - 0.5), row.end + 1.5)"
      @take="folded && row.kind === 'talk' ? emit('open') : emit('offered')"
      @other="emit('other')"
    />
  </div>
</template>
