import { useRafFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { useAudio } from './audio'
import { sentenceBack, stateAt, type CueSheet } from './cueReader'

export const SPEEDS = [0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.15, 1.3, 1.5] as const

/** Milliseconds after which a sound in the making is asked for again. */
const AGAIN_AFTER = 1000

/** How often a sound that is there and was not played is asked for again. */
const MOST_TRIES = 2

/** A stretch of sound, in seconds. */
export interface Span {
  start: number
  end: number
}

interface Options {
  /** Whether pause points stop the player. */
  gates?: boolean
  /** Whether it goes on from them by itself, as a film does. */
  film?: boolean
  /** What is passed over, unless just that is played. */
  skips?: Readonly<Ref<readonly Span[]>>
  /** What is silent. */
  mutes?: Readonly<Ref<readonly Span[]>>
  /** What is heard at a share of its speed. */
  paces?: Readonly<Ref<readonly (Span & { pace: number })[]>>
}

/** Plays a sound and says what is on the stage; the sound is the clock. */
export function usePlayer(source: Ref<string>, sheet: Ref<CueSheet | undefined>, options: Options = {}) {
  const audio = useAudio()
  audio.preload = 'auto'
  audio.preservesPitch = true
  const time = ref(0)
  const playing = ref(false)
  const gate = ref('')
  const waited = ref(0)
  /** Whether the answer of the gate is shown; until then its think time does not run out. */
  const answering = ref(false)
  const fault = ref('')
  const speed = ref<number>(1)
  const passedGates = shallowRef(new Set<string>())
  let gateSince = 0
  let stopAt = Infinity
  /** Whether what is passed over in the lesson is passed over in the stretch that is played, too. */
  let skipping = true
  /** Where a stretch begins again that is heard over and over. */
  let again: number | undefined

  /* A lesson's sound may be still in the making: then it is asked for again until it is there. */
  const preparing = ref(false)
  let wanted = false
  let triedAgain = 0
  const CANNOT = 'The sound cannot be played here.'

  watch(
    source,
    (url, older) => {
      preparing.value = false
      // A film that was changed while it plays, or is about to, goes on with what it sounds like now.
      wanted = !!options.film && !!older && (!audio.paused || wanted)
      triedAgain = 0
      if (!url) return
      const before = audio.currentTime
      audio.src = url
      audio.currentTime = before
    },
    { immediate: true },
  )
  const pace = computed(
    () => options.paces?.value.find((one) => one.start <= time.value && time.value < one.end)?.pace ?? 1,
  )
  const silent = computed(
    () => !!options.mutes?.value.some((one) => one.start <= time.value && time.value < one.end),
  )
  watch(silent, (value) => (audio.muted = value))
  const rate = computed(() => speed.value * pace.value)
  watch(rate, (value) => (audio.playbackRate = value))
  audio.addEventListener('loadedmetadata', () => (audio.playbackRate = rate.value))
  audio.addEventListener('error', () => void failed())
  audio.addEventListener('play', () => ((playing.value = true), (fault.value = '')))
  audio.addEventListener('pause', () => (playing.value = false))
  audio.addEventListener('ended', () => {
    playing.value = false
    const end = sheet.value?.seconds ?? audio.currentTime
    const next = gateBy(end)
    if (next) stopAtGate(next.pause, next.at)
    else time.value = end
  })

  async function failed() {
    const url = source.value
    if (!audio.src || !url) return
    const answer = await fetch(url, { method: 'HEAD' }).catch(() => undefined)
    if (url !== source.value) return
    preparing.value = answer?.status === 503
    if (preparing.value) window.setTimeout(() => url === source.value && (audio.src = url), AGAIN_AFTER)
    // It may have been finished between the two questions: then it is there, and is only to be asked for again.
    else if (answer?.ok && triedAgain++ < MOST_TRIES) audio.src = url
    else fault.value = CANNOT
  }
  audio.addEventListener('canplay', () => {
    preparing.value = false
    if (!wanted) return
    wanted = false
    play()
  })

  /** The next gate that is due at `now`. */
  const gateBy = (now: number) =>
    options.gates
      ? sheet.value?.gates.find(
          (g) => g.at <= now && g.at > time.value - 1 && !passedGates.value.has(g.pause),
        )
      : undefined

  useRafFn(() => {
    if (gate.value) wait()
    if (!playing.value) return
    const now = audio.currentTime
    const next = gateBy(now)
    if (next) return stopAtGate(next.pause, next.at)
    const skipped = skipping && options.skips?.value.find((one) => one.start <= now && now < one.end)
    if (skipped) return jump(skipped.end)
    if (now >= stopAt) {
      if (again !== undefined) return jump(again)
      stopAt = Infinity
      skipping = true
      audio.pause()
    }
    time.value = now
  })

  function jump(to: number) {
    audio.currentTime = to
    time.value = to
  }

  function wait() {
    const here = sheet.value?.gates.find((one) => one.pause === gate.value)
    if (frozen.value) return
    waited.value = (performance.now() - gateSince) / 1000
    if (
      here &&
      (here.auto || options.film) &&
      waited.value >= here.think_seconds + (here.answer_seconds ?? 0)
    )
      play()
  }

  /** Seconds at the gate as the stage sees them: the answer comes when it is asked for. */
  const seen = computed(() => {
    const here = sheet.value?.gates.find((one) => one.pause === gate.value)
    if (!here || here.auto || options.film) return waited.value
    return answering.value
      ? here.think_seconds + waited.value
      : Math.min(waited.value, here.think_seconds - 0.001)
  })

  function showAnswer() {
    if (answering.value) return
    answering.value = true
    gateSince = performance.now()
    waited.value = 0
  }

  /** Of a film, whether it is stopped where it stands still. */
  const frozen = ref(false)
  /** Whether it came to stand where it does by playing, and was not moved there. */
  const cameToStand = ref(false)

  /** Stand at a gate, after so many seconds there. */
  function standAt(pause: string, at: number, seconds: number, still: boolean) {
    seek(at)
    passedGates.value = gatesBefore(pause)
    stopAtGate(pause, at)
    cameToStand.value = false
    waited.value = seconds
    gateSince = performance.now() - seconds * 1000
    frozen.value = still
  }

  /** The gates that come before one. */
  function gatesBefore(pause: string): Set<string> {
    const gates = sheet.value?.gates ?? []
    return new Set(
      gates
        .slice(
          0,
          Math.max(
            0,
            gates.findIndex((one) => one.pause === pause),
          ),
        )
        .map((g) => g.pause),
    )
  }

  function toggleFilm() {
    if (!gate.value) return playing.value ? audio.pause() : play()
    frozen.value = !frozen.value
    cameToStand.value = false
    gateSince = performance.now() - waited.value * 1000
  }

  function stopAtGate(pause: string, at: number) {
    frozen.value = false
    audio.pause()
    audio.currentTime = at
    time.value = at
    gate.value = pause
    waited.value = 0
    answering.value = false
    cameToStand.value = true
    gateSince = performance.now()
  }

  function leaveGate() {
    if (!gate.value) return
    passedGates.value = new Set([...passedGates.value, gate.value])
    gate.value = ''
  }

  function play() {
    leaveGate()
    // Behind the last sound there may be more to show: it needs no sound to go on.
    if (time.value > 0 && time.value >= (sheet.value?.seconds ?? Infinity) - 0.02) {
      const next = gateBy(time.value)
      if (next) stopAtGate(next.pause, next.at)
      return
    }
    if (preparing.value) wanted = true
    else
      void audio.play().catch((error: Error) => {
        if (error.name === 'AbortError') return
        // Whether it is still being made is found out where its loading fails.
        if (error.name === 'NotSupportedError') wanted = true
        else fault.value = CANNOT
      })
  }

  function seek(to: number) {
    // A stretch that was played on its own does not run on elsewhere.
    if (stopAt !== Infinity) audio.pause()
    gate.value = ''
    stopAt = Infinity
    skipping = true
    again = undefined
    const target = Math.min(Math.max(0, to), sheet.value?.seconds ?? to)
    passedGates.value = new Set(sheet.value?.gates.filter((g) => g.at < target).map((g) => g.pause))
    audio.currentTime = target
    time.value = target
  }

  return {
    time,
    playing,
    gate,
    /** The gates that the lesson has gone on after. */
    passed: passedGates,
    cameToStand,
    waited: seen,
    answering,
    showAnswer,
    fault,
    /** Whether the sound is still being made. */
    preparing,
    speed,
    state: computed(() =>
      sheet.value ? stateAt(sheet.value, time.value, gate.value, seen.value) : undefined,
    ),
    play,
    pause: () => audio.pause(),
    toggle: () => (options.film ? toggleFilm() : playing.value ? audio.pause() : play()),
    standAt,
    /** Whether a film goes on, also while it stands at a gate. */
    running: computed(() => playing.value || (!!gate.value && !frozen.value)),
    seek,
    /** Just this stretch; also what is passed over in the lesson, unless that is `skipping`. */
    playFromTo(from: number, to: number, how: { skipping?: boolean } = {}) {
      seek(from)
      stopAt = to
      skipping = how.skipping ?? false
      play()
    },
    /** Over and over, until it is stopped. */
    loop(from: number, to: number) {
      seek(from)
      stopAt = to
      skipping = false
      again = from
      play()
    },
    back() {
      if (sheet.value) seek(sentenceBack(sheet.value, time.value))
    },
    changeSpeed(steps: number) {
      const index = SPEEDS.indexOf(speed.value as (typeof SPEEDS)[number]) + steps
      speed.value = SPEEDS[Math.min(Math.max(index, 0), SPEEDS.length - 1)]!
    },
  }
}

export type Player = ReturnType<typeof usePlayer>
