import { onScopeDispose } from 'vue'

/** A sound that is let go of together with what plays it. */
export function useAudio(): HTMLAudioElement {
  const audio = new Audio()
  onScopeDispose(() => {
    audio.pause()
    audio.removeAttribute('src')
    audio.load()
  })
  return audio
}
