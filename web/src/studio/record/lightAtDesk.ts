/** The light at the desk: the guide, the hand and the voice together, each ready to take over from the others. */
import { computed, ref, watch, type Ref } from 'vue'
import { useVoice } from '@/recording/voice'
import type { GuidePlace } from '../guidePlaces'
import { useLight } from './light'

interface AtDesk {
  lesson: Ref<string>
  /** The microphone's sound. */
  stream: Ref<MediaStream | undefined>
  /** Seconds of the take, or of the rehearsal. */
  time: Readonly<Ref<number>>
  /** Whether the stage runs, and whether that is a recording. */
  running: Readonly<Ref<boolean>>
  recording: Readonly<Ref<boolean>>
  guide: {
    places: Readonly<Ref<readonly GuidePlace[]>>
    at: Readonly<Ref<number>>
    lit: Readonly<Ref<string>>
    jump: (to: number) => void
    goTo: (word: string, due: number) => boolean
  }
  /** On to the next place, by hand. */
  next: () => void
}

export function useLightAtDesk({ lesson, stream, time, running, recording, guide, next }: AtDesk) {
  const followed = ref(false)
  const voice = useVoice(lesson, stream, followed)
  const light = useLight({
    places: guide.places,
    at: guide.at,
    running,
    byGuide: guide.lit,
    byVoice: voice.at,
    jump: guide.jump,
    expect: (word) => voice.goTo(word),
    next,
  })
  watch(
    () => light.by.value === 'voice' && recording.value,
    (now) => (followed.value = now),
    { immediate: true },
  )
  /* When it cannot be followed, the guide leads from where she is. */
  watch(voice.trouble, (why) => {
    if (!why || light.by.value !== 'voice') return
    light.by.value = 'guide'
    guide.goTo(light.lastLit.value, time.value)
  })

  return { light, voice, guided: computed(() => light.by.value === 'guide') }
}
