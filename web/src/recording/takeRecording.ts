import { useEventListener, useRafFn } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch, type Ref } from 'vue'
import { ask, client, type Problem, type Schemas } from '@/api/client'
import type { OpenLesson } from '@/api/lesson'
import {
  listMicrophones,
  media,
  MicrophoneRefused,
  NotHere,
  openMicrophone,
  SIMULATED,
  watchLevel,
  type Microphone,
  type OpenMicrophone,
} from './microphones'
import { TakeRecorder } from './recorder'

/** `opening`: the microphone is waited for. `refused`: the take is over, and the server does not take it; it is still here. */
export type Phase = 'idle' | 'opening' | 'counting' | 'recording' | 'paused' | 'keeping' | 'refused'

const COUNT_MILLISECONDS = 800

/** The place of the lesson that a take is recorded for. */
export type PlaceForTake = Schemas['PlaceForTake']['place']

/** The level (0 to 1) below which nothing is heard, and the seconds after which a take's silence is said. */
const SILENT_BELOW = 0.2
const SILENT_FOR = 4

/** What is recorded beside the sound of a take. */
interface Beside {
  begin: (take: TakeRecorder) => void
  pause: () => void
  resume: () => void
  /** Its end: all of it that the server takes is there. */
  end: () => Promise<void>
}

/** A microphone and the take that is recorded with it: from choosing one to the kept take. */
export function useTakeRecording(
  lesson: OpenLesson,
  simulated: Ref<boolean>,
  beside: Beside,
  done: () => unknown,
) {
  const phase = ref<Phase>('idle')
  const count = ref(0)
  const time = ref(0)
  const level = ref(0)
  const clipped = ref(false)
  const unsent = ref(0)
  /** Why the server takes no more of the take that is recorded. */
  const refusal = ref<Problem>()
  const trouble = ref('')
  const microphones = ref<Microphone[]>([])
  const chosen = ref('')
  const open = shallowRef<OpenMicrophone>()
  const recorder = shallowRef<TakeRecorder>()
  let stopLevel = () => {}
  /** The moment of the take at which something was heard last, and whether nothing is for long. */
  let heardAt = 0
  const unheard = ref(false)
  const running = computed(() => phase.value === 'recording' || phase.value === 'paused')

  async function refreshMicrophones() {
    microphones.value = await listMicrophones(simulated.value)
    if (!microphones.value.some((m) => m.id === chosen.value)) chosen.value = ''
  }
  onMounted(refreshMicrophones)
  watch(simulated, refreshMicrophones)
  const devices = media()
  if (devices) useEventListener(devices, 'devicechange', () => void refreshMicrophones())

  async function use(id: string) {
    close()
    chosen.value = id
    trouble.value = ''
    try {
      open.value = await openMicrophone(id, `/api/lessons/${lesson.id.value}/simulated-microphone`)
      stopLevel = watchLevel(open.value.stream, (now, loud) => {
        level.value = Math.max(now, level.value * 0.85)
        clipped.value = loud
        if (now > SILENT_BELOW) heardAt = time.value
      })
      const track = open.value.stream.getAudioTracks()[0]
      track?.addEventListener('ended', () => void unplugged())
      await refreshMicrophones()
      chosen.value = id || track?.getSettings().deviceId || ''
    } catch (fault) {
      trouble.value = whyNot(fault)
    }
  }

  function close() {
    stopLevel()
    open.value?.close()
    open.value = undefined
    level.value = 0
  }

  /** Begin a take: of the whole lesson, or for a place of it. */
  async function start(place?: PlaceForTake) {
    if (phase.value !== 'idle') return
    phase.value = 'opening'
    if (!open.value || chosen.value === SIMULATED) await use(chosen.value)
    if ((phase.value as Phase) !== 'opening') return
    if (!open.value) return end()
    time.value = 0
    heardAt = 0
    unheard.value = false
    phase.value = 'counting'
    for (count.value = 3; count.value > 0; count.value--) {
      await new Promise((resolve) => setTimeout(resolve, COUNT_MILLISECONDS))
      if ((phase.value as Phase) !== 'counting') return
    }
    try {
      const path = { lesson: lesson.id.value }
      const body = { origin: 'microphone', place }
      const take = await ask(client.POST('/api/lessons/{lesson}/takes', { params: { path }, body }))
      recorder.value = new TakeRecorder(take.id, open.value.stream)
      recorder.value.onTrouble = (pieces) => (unsent.value = pieces)
      recorder.value.onRefused = (problem) => (refusal.value = problem)
      recorder.value.start()
      open.value.begin()
      beside.begin(recorder.value)
      phase.value = 'recording'
    } catch (fault) {
      end()
      lesson.report(fault)
    }
  }

  /** The sound of the microphone, to try it; it is opened where it was not. */
  async function tryOut(): Promise<MediaStream | undefined> {
    if (!open.value || chosen.value === SIMULATED) await use(chosen.value)
    open.value?.begin()
    return open.value?.stream
  }

  function pauseOrGoOn() {
    if (phase.value === 'recording') {
      recorder.value?.pause()
      beside.pause()
      phase.value = 'paused'
    } else if (phase.value === 'paused') {
      recorder.value?.resume()
      beside.resume()
      phase.value = 'recording'
    }
  }

  async function stop() {
    if (phase.value === 'counting' || phase.value === 'opening') return end()
    if (!running.value || !recorder.value) return
    await keep(recorder.value)
  }

  /** Wait until the server has all of the take; then do what comes `next`. */
  async function keep(one: TakeRecorder, next: () => unknown = done) {
    phase.value = 'keeping'
    try {
      await one.stop()
      await beside.end()
      await one.finish()
      await lesson.refresh()
      end()
      await next()
    } catch (fault) {
      if (one.refused) {
        phase.value = 'refused'
        return
      }
      end()
      await lesson.refresh()
      lesson.report(fault)
    }
  }

  /** Send again what the server refused, after its cause was mended (signed in again, say). */
  async function sendAgain() {
    const one = recorder.value
    if (!one) return
    refusal.value = undefined
    await one.sendAgain()
    if (phase.value === 'refused') await keep(one)
  }

  /** The whole recording as a file on this computer. */
  function saveAsFile() {
    const sound = recorder.value?.sound
    if (!sound) return
    const link = document.createElement('a')
    link.href = URL.createObjectURL(sound)
    link.download = `recording.${sound.type.includes('mp4') ? 'm4a' : sound.type.includes('ogg') ? 'ogg' : 'webm'}`
    link.click()
    setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
  }

  async function unplugged() {
    if (running.value) {
      if (recorder.value) await keep(recorder.value, () => undefined)
      trouble.value =
        'The microphone went away while you were recording. Everything up to then is kept as a take. ' +
        'Plug it in again and record the rest as a new take.'
    }
    close()
  }

  function end() {
    recorder.value = undefined
    refusal.value = undefined
    phase.value = 'idle'
  }

  useRafFn(() => {
    if (recorder.value) time.value = recorder.value.time
    // Only from its beginning: who has been heard once may be silent while students think.
    unheard.value = phase.value === 'recording' && heardAt === 0 && time.value > SILENT_FOR
  })
  useEventListener(window, 'beforeunload', (event) => {
    if (running.value || phase.value === 'keeping' || phase.value === 'refused') event.preventDefault()
  })
  onBeforeUnmount(close)

  return {
    phase,
    count,
    time,
    level,
    clipped,
    unsent,
    safe: computed(() => Math.max(0, Math.min(time.value, recorder.value?.safe ?? 0))),
    unheard,
    trouble,
    microphones,
    chosen,
    isOpen: computed(() => open.value !== undefined),
    stream: computed(() => open.value?.stream),
    tryOut,
    running,
    busy: computed(() => phase.value !== 'idle'),
    use,
    start,
    stop,
    pauseOrGoOn,
    refusal,
    sendAgain,
    saveAsFile,
    /** Go on without what the server does not have; what it has is there as an unfinished take. */
    letGo: async () => {
      end()
      await lesson.refresh()
    },
    note: (what: string, detail: string, at?: number) => recorder.value?.note(what, detail, at),
  }
}

function whyNot(fault: unknown): string {
  const otherwise = 'or hand in a sound file. Your lesson is kept as it is.'
  if (fault instanceof MicrophoneRefused)
    return `The browser may not use the microphone. Allow it in the address bar, then choose it again, ${otherwise}`
  if (fault instanceof NotHere)
    return `Browsers give the microphone to https pages only. Open Word Trail on the computer it runs on, ${otherwise}`
  return `No microphone answers. Plug one in and choose it again, ${otherwise}`
}
