import { useTimeoutFn } from '@vueuse/core'
import { onScopeDispose, shallowRef, type ShallowRef } from 'vue'
import type { OpenLesson } from '@/api/lesson'

/** How long a change waits for the next one, in milliseconds. */
const PAUSE = 600

export interface Gathered<Change> {
  /** The newest change, from when it was made until it is kept. */
  newest: Readonly<ShallowRef<Change | undefined>>
  /** Keep this change once no other follows it. */
  gather: (change: Change) => void
  /** Keep this change at once. */
  keep: (change: Change) => Promise<void>
}

/**
 * Changes of one thing that follow one another quickly are one change, and one step of undo.
 * None is lost: not one made while the one before it is on its way, nor when the teacher goes on to
 * another thing (`alike` says whether two changes are of the same one) or leaves the screen.
 */
export function useGathered<Change extends object>(
  send: (change: Change) => Promise<unknown>,
  alike: (one: Change, other: Change) => boolean,
  lesson: Pick<OpenLesson, 'unkeptWhile'>,
): Gathered<Change> {
  const newest = shallowRef<Change>()
  let sent: Change | undefined
  const timer = useTimeoutFn(() => void keepNewest(), PAUSE, { immediate: false })
  lesson.unkeptWhile(() => newest.value !== undefined)
  onScopeDispose(() => void keepNewest())

  async function keepNewest() {
    timer.stop()
    const change = newest.value
    if (!change || change === sent) return
    sent = change
    try {
      await send(change)
    } finally {
      if (newest.value === change) newest.value = undefined
    }
  }

  function gather(change: Change) {
    if (newest.value && !alike(newest.value, change)) void keepNewest()
    newest.value = change
    timer.start()
  }

  function keep(change: Change) {
    gather(change)
    return keepNewest()
  }

  return { newest, gather, keep }
}
