/** Words that the ear missed: placed by hand, by a tap for each while it plays, or spread over a stretch of sound. */
import { computed, ref, type Ref } from 'vue'
import { ask, client, Problem } from '@/api/client'
import type { OpenLesson } from '@/api/lesson'
import type { Span, usePlayer } from '@/stage/player'

type Sending = Pick<OpenLesson, 'id' | 'send'>

/** Words that may have been read, and the sound in which they may lie (seconds of take time). */
export interface Missing {
  words: string[]
  start: number
  end: number
}

/** Seconds heard before the stretch, so that a hand can be ready. */
const LEAD = 1.5
/** Seconds heard behind it, for a tap that comes late. */
const LAST = 0.6

export function useReadHere(
  take: Readonly<Ref<string>>,
  lesson: Sending,
  player: ReturnType<typeof usePlayer>,
  /** Words have their places: they are heard in them. */
  placed: (span: Span) => void = () => undefined,
) {
  const missing = ref<Missing>()
  const taps = ref<number[]>([])
  const problem = ref<Problem>()
  const next = computed(() => missing.value?.words[taps.value.length])

  /** Nothing is tapped before the sound has begun. */
  const canTap = computed(() => !!next.value && (player.playing.value || taps.value.length > 0))

  function open({ words, start, end }: Missing) {
    missing.value = { words, start, end }
    startAgain()
    player.seek(start)
  }
  function close() {
    missing.value = undefined
    startAgain()
  }
  function startAgain() {
    taps.value = []
    problem.value = undefined
  }
  function listen() {
    const { start, end } = missing.value!
    startAgain()
    player.playFromTo(Math.max(0, start - LEAD), end + LAST)
  }
  async function tap() {
    if (!canTap.value) return
    taps.value = [...taps.value, player.time.value]
    if (next.value) return
    await keep(taps.value)
  }
  /** Everything between the two ends is these words. */
  const spread = () => keep([])

  async function keep(at: number[]) {
    const { words, start, end } = missing.value!
    try {
      const found = await ask(
        client.POST('/api/lessons/{lesson}/read-here', {
          params: { path: { lesson: lesson.id.value } },
          body: { take: take.value, words, start, end, taps: at },
        }),
      )
      if (!(await lesson.send({ kind: 'place words', take: take.value, words, ...found }))) return
      close()
      placed({ start: found.starts[0]!, end: found.end })
    } catch (fault) {
      problem.value = Problem.of(fault)
      taps.value = []
    }
  }

  async function leave(words: string[]) {
    if (await lesson.send({ kind: 'leave unread', take: take.value, words })) close()
  }

  return {
    missing,
    taps,
    next,
    canTap,
    problem,
    open,
    close,
    listen,
    tap,
    spread,
    leave,
    /** The stretch begins, or ends, where the sound stands. */
    begin: () => missing.value && (missing.value = { ...missing.value, start: player.time.value }),
    finish: () => missing.value && (missing.value = { ...missing.value, end: player.time.value }),
  }
}
