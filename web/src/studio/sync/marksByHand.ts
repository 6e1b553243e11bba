/** Marks, and what was done on the stage, moved by hand along a take: by flag, key or button. */
import { provide, type Ref } from 'vue'
import type { useMoments } from './byHand'
import type { useDirections } from './directionsDone'
import type { MarkHand, StripMark } from './stripMarks'

interface In {
  /** The mark that is chosen, or what was done on the stage. */
  shown: Readonly<Ref<StripMark | undefined>>
  moments: ReturnType<typeof useMoments>
  directions: ReturnType<typeof useDirections>
  seek: (at: number) => void
  /** No word is chosen any more. */
  letGo: () => void
}

export function useMarksByHand({ shown, moments, directions, seek, letGo }: In) {
  function choose(mark: StripMark) {
    letGo()
    moments.chosen.value = mark.id
    seek(mark.start)
  }
  function place(mark: StripMark, start: number, seconds?: number) {
    letGo()
    if (directions.of(mark.id)) return directions.move(mark.id, start)
    return moments.place(mark, start, seconds)
  }
  function nudge(by: number, mark = shown.value) {
    if (!mark) return
    letGo()
    if (directions.of(mark.id)) return directions.move(mark.id, mark.start + by)
    moments.nudge(by, mark)
  }
  provide<MarkHand>('mark hand', {
    chosen: moments.chosen,
    choose,
    move: (mark, start) => void place(mark, start),
    nudge,
  })
  return { place, nudge }
}
