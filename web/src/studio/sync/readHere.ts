/** Words that the ear missed: placed by hand, by a tap for each while it plays, or spread over a stretch of sound. */
import { computed, ref, type Ref } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import type { OpenLesson } from '@/api/lesson'
import type { usePlayer } from '@/stage/player'

type Sending = Pick<OpenLesson, 'id' | 'send'>

/** Words that may have been read, and the sound in which they may lie (seconds of take time). */
export interface Missing {
  words: string[]
  from: number
  to: number
}

/** Seconds heard before the stretch, so that a hand can be ready. */
const LEAD = 1.5
/** Seconds heard behind it, for a tap that comes late. */
const LAST = 0.6
/** Seconds of sound that are offered at the most for each word. */
const WIDEST = 2

/** The sound between the words read before and behind a place in the take. */
export function gapAt(visits: readonly Schemas['Visit'][], at: number, count: number, seconds: number) {
  const before = visits.filter((visit) => visit.start <= at + 0.01)
  const from = before.reduce((latest, visit) => Math.max(latest, visit.end), 0)
  const next = visits.find((visit) => visit.start > at + 0.01)?.start ?? seconds
  return { from, to: Math.min(next, from + WIDEST * count + 1) }
}

export function useReadHere(
  take: Readonly<Ref<string>>,
  lesson: Sending,
  player: ReturnType<typeof usePlayer>,
) {
  const missing = ref<Missing>()
  const taps = ref<number[]>([])
  const problem = ref<Problem>()
  const next = computed(() => missing.value?.words[taps.value.length])

  function open(one: Missing) {
    missing.value = one
    startAgain()
    player.seek(one.from)
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
    const { from, to } = missing.value!
    startAgain()
    player.playFromTo(Math.max(0, from - LEAD), to + LAST)
  }
  async function tap() {
    if (!missing.value || !next.value) return
    taps.value = [...taps.value, player.time.value]
    if (next.value) return
    await keep(taps.value)
  }
  /** Everything between the two ends is these words. */
  const spread = () => keep([])

  async function keep(at: number[]) {
    const { words, from, to } = missing.value!
    try {
      const found = await ask(
        client.POST('/api/lessons/{lesson}/read-here', {
          params: { path: { lesson: lesson.id.value } },
          body: { take: take.value, words, start: from, end: to, taps: at },
        }),
      )
      if (await lesson.send({ kind: 'place words', take: take.value, words, ...found })) close()
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
    problem,
    open,
    close,
    listen,
    tap,
    startAgain,
    spread,
    leave,
    /** The stretch begins, or ends, where the sound stands. */
    begin: () => missing.value && (missing.value = { ...missing.value, from: player.time.value }),
    finish: () => missing.value && (missing.value = { ...missing.value, to: player.time.value }),
  }
}
