import { watch, type Ref } from 'vue'
import { useAudio } from './audio'

/** The room behind a voice, heard over and over as long as it is wanted: where a film stands still, as in its file. */
export function useRoom(source: Ref<string>, heard: Ref<boolean>) {
  const audio = useAudio()
  audio.loop = true
  watch([source, heard], ([url, on]) => {
    if (on && url) {
      if (audio.dataset.of !== url) {
        audio.dataset.of = url
        audio.src = url
      }
      // Without it, it is as silent as it was.
      void audio.play().catch(() => undefined)
    } else audio.pause()
  })
}
