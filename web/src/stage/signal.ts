import { watch, type Ref } from 'vue'
import { useAudio } from './audio'

/** The soft signal of a film, as its file has it: heard once, as soon as the film stands still at a place that has one;
    `at` names that place, and is empty where there is none. */
export function useSignal(at: Ref<string>) {
  const audio = useAudio()
  watch(at, (place) => {
    audio.pause()
    if (!place) return
    if (!audio.src) audio.src = '/api/signal'
    audio.currentTime = 0
    // Without it, it is as silent as it was.
    void audio.play().catch(() => undefined)
  })
}
