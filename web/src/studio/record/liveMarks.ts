import { computed, shallowRef, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

type Mark = Schemas['Mark']

/** What of a recording the marks are drawn in. */
export interface LiveRecording {
  /** Seconds of take time. */
  time: Readonly<Ref<number>>
  recording: Readonly<Ref<boolean>>
  /** Keep what happened, with its moment. */
  note: (what: string, detail: string, at?: number) => void
}

/** Marks that are drawn by hand while talking: which of them are on this page, which is next, what is on the stage. */
export function useLiveMarks(
  marks: Ref<readonly Mark[]>,
  guide: Ref<Schemas['Guide'] | undefined>,
  isHere: (mark: Mark) => boolean,
  { time, recording, note }: LiveRecording,
) {
  /** Mark → the moment at which it was drawn. */
  const drawnAt = shallowRef<ReadonlyMap<string, number>>(new Map())
  const drawn = computed(() => new Set(drawnAt.value.keys()))
  const live = computed(() => new Set(guide.value?.live_marks))
  const here = computed(() => marks.value.filter((mark) => live.value.has(mark.id) && isHere(mark)))
  const next = computed(() => here.value.find((mark) => !drawn.value.has(mark.id))?.id ?? '')
  const seconds = computed(() => guide.value?.drawing_seconds ?? 1)
  /** How far each has been drawn on the stage, 0 to 1. */
  const onStage = computed(() =>
    [...drawnAt.value].map(([mark, at]) => ({
      mark,
      progress: Math.min(1, Math.max(0, (time.value - at) / seconds.value)),
    })),
  )

  /** Draw a mark now, or take it back. */
  function press(mark: string) {
    if (!mark || !recording.value) return
    const changed = new Map(drawnAt.value)
    const back = changed.delete(mark)
    if (!back) changed.set(mark, time.value)
    drawnAt.value = changed
    note(back ? 'mark taken back' : 'mark', mark)
  }
  /** A mark that was made just now was begun at a moment (seconds of take time). */
  function drew(mark: string, at: number) {
    drawnAt.value = new Map(drawnAt.value).set(mark, at)
    note('mark', mark, at)
  }
  const begin = () => (drawnAt.value = new Map())

  return { here, drawn, next, onStage, press, drew, begin }
}
