/** Plays stretches of takes, one at a time, to compare them by ear. */
import { onBeforeUnmount, ref } from 'vue'

export function useClipPlayer() {
  /** What is heard now; empty for nothing. */
  const playing = ref('')
  let sound: HTMLAudioElement | undefined
  let timer = 0

  function stop() {
    window.clearInterval(timer)
    sound?.pause()
    sound = undefined
    playing.value = ''
  }
  /** Play a stretch of a take (seconds of take time), or stop it. */
  async function play(take: string, start: number, end: number) {
    const name = `${take} ${start}`
    const again = playing.value === name
    stop()
    if (again) return
    const one = new Audio(`/api/takes/${take}/sound#t=${start}`)
    sound = one
    playing.value = name
    one.currentTime = start
    timer = window.setInterval(() => {
      if (one.currentTime >= end || one.ended) stop()
    }, 30)
    await one.play().catch(stop)
  }
  onBeforeUnmount(stop)
  return { playing, play }
}
