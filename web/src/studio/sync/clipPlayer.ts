/** Plays stretches of takes, one at a time or one after another, to compare them by ear. */
import { onBeforeUnmount, ref } from 'vue'
import type { Span } from '@/stage/player'

/** Milliseconds of silence between two stretches that are heard one after another. */
const BETWEEN = 350

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
    if (!again) await begin(take, { start, end }, stop)
  }
  /** Play stretches of a take one after another, or stop them. */
  async function playInTurn(take: string, spans: readonly Span[]) {
    const again = !!playing.value
    stop()
    const [first, ...others] = spans
    if (again || !first) return
    await begin(take, first, () => {
      sound?.pause()
      window.clearInterval(timer)
      timer = window.setTimeout(() => {
        stop()
        void playInTurn(take, others)
      }, BETWEEN)
    })
  }
  async function begin(take: string, { start, end }: Span, done: () => void) {
    const name = `${take} ${start}`
    const one = new Audio(`/api/takes/${take}/sound#t=${start}`)
    sound = one
    playing.value = name
    one.currentTime = start
    timer = window.setInterval(() => {
      if (one.currentTime >= end || one.ended) done()
    }, 30)
    await one.play().catch(stop)
  }
  onBeforeUnmount(stop)
  return { playing, play, playInTurn }
}
