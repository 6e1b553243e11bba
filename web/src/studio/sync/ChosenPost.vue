<script setup lang="ts">
import { computed } from 'vue'
import { useLesson } from '@/api/lesson'
import type { Player } from '@/stage/player'
import type { useStarts } from './byHand'
import type { useChecking } from './checking'
import CheckPost from './CheckPost.vue'
import type { useChosenSpan } from './chosenSpan'
import DirectionPost from './DirectionPost.vue'
import type { useDirections } from './directionsDone'
import type { useHearing } from './hearing'
import MarkPost from './MarkPost.vue'
import type { useMarksByHand } from './marksByHand'
import ReadHere from './ReadHere.vue'
import type { Missing, useReadHere } from './readHere'
import type { useRepairs } from './repairs'
import SoundPost from './SoundPost.vue'
import type { StripMark } from './stripMarks'
import type { Place } from './syncRows'

/** What is chosen in a take, and what can be done about it: a word or several, sound, a mark, something done on the
    stage, or words that a hand places. */
const props = defineProps<{
  take: string
  player: Player
  words: ReadonlyMap<string, string>
  place: Place | undefined
  mark: StripMark | undefined
  done: StripMark | undefined
  byHand: ReturnType<typeof useReadHere>
  marks: ReturnType<typeof useMarksByHand>
  directions: ReturnType<typeof useDirections>
  together: ReturnType<typeof useChosenSpan>
  repairs: ReturnType<typeof useRepairs>
  checking: ReturnType<typeof useChecking>
  hearing: ReturnType<typeof useHearing>
  starts: ReturnType<typeof useStarts>
}>()
defineEmits<{ find: []; nudge: [by: number]; read: [words: Missing] }>()
const lesson = useLesson()
const now = computed(() => props.player.time.value)
const missing = computed(() => props.byHand.missing.value)
const sound = computed(() => props.together.sound.value)
const text = computed(() => (props.place ? (props.words.get(props.place.word) ?? '') : ''))
const respelling = computed(
  () => lesson.view.value.lesson.respellings.find((one) => one.text === text.value)?.said ?? '',
)
const placed = computed(() =>
  lesson.view.value.lesson.read_by_hand.some(
    (one) => one.take === props.take && one.words.includes(props.place?.word ?? ''),
  ),
)
</script>

<template>
  <ReadHere
    v-if="missing"
    :missing="missing"
    :words="words"
    :tapped="byHand.taps.value.length"
    :can-tap="byHand.canTap.value"
    :now="now"
    :problem="byHand.problem.value"
    @listen="byHand.listen"
    @tap="byHand.tap"
    @spread="byHand.spread"
    @begin="byHand.begin"
    @finish="byHand.finish"
    @leave="byHand.leave(missing.words)"
    @close="byHand.close"
  />
  <MarkPost
    v-else-if="mark"
    :mark="mark"
    :seconds="mark.end - mark.start"
    @hear="player.playFromTo(Math.max(0, mark.start - 1), mark.end + 0.6)"
    @nudge="(by) => marks.nudge(by)"
    @here="marks.place(mark, now)"
    @free="lesson.send({ kind: 'free mark', take, id: mark.id })"
    @last="(seconds) => marks.place(mark!, mark!.start, seconds)"
  />
  <DirectionPost
    v-else-if="done"
    :done="done"
    @hear="player.playFromTo(Math.max(0, done.start - 1.5), done.start + 1.5)"
    @nudge="(by) => marks.nudge(by)"
    @here="directions.move(done.id, now)"
    @remove="lesson.send({ kind: 'remove direction', id: done.id })"
  />
  <SoundPost
    v-else-if="sound"
    :span="sound"
    :take="take"
    :words="words"
    @read="(ids) => $emit('read', { words: ids, ...sound! })"
    @hear="player.playFromTo(sound.start, sound.end)"
    @loop="together.loop"
    @cut="together.cut"
    @silence="repairs.silence"
    @talk="repairs.makeTalk"
    @close="together.selectSound(undefined)"
  />
  <CheckPost
    v-else-if="place"
    :place="place"
    :words="words"
    :checks="checking.checks.value"
    :respelling="respelling"
    :now="now"
    :placed="placed"
    :twice="repairs.twice.value"
    :chosen="together.count.value"
    :take="take"
    :span="together.chosen.value"
    @respell="(said) => lesson.send({ kind: 'respell', text, said })"
    @find="$emit('find')"
    @hear="hearing.hear(together.span.value ?? place)"
    @nudge="(by) => $emit('nudge', by)"
    @next="checking.next"
    @fine="checking.settle"
    @purpose="repairs.onPurpose"
    @mend="repairs.mend"
    @listen="repairs.listenAgain"
    @along="repairs.tapAlong"
    @talk="repairs.makeTalk"
    @desk="repairs.readAgain"
    @silence="repairs.silence"
    @split="repairs.split(now)"
    @join="repairs.join"
    @cut="together.cut"
    @loop="together.loop"
    @unplace="lesson.send({ kind: 'unplace words', take, word: place.word })"
    @here="starts.move(place.word, place.found, now)"
  />
</template>
