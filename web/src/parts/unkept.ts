import { watch, type Ref } from 'vue'
import { rebased } from '@/api/targets'

interface Held<Value> {
  seen: Value
  written: Value
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)

/**
 * Holds what is written in a form in this browser until it is kept: a closed window does not lose it. What an earlier
 * window left is in the draft at once. `name` says which form it is, of which thing. Gives the way to let go of it.
 */
export function useUnkept<Value extends object>(
  name: string,
  draft: Ref<Value>,
  kept: () => Value,
): () => void {
  const key = `word-trail.writing.${name}`
  try {
    const found = JSON.parse(localStorage.getItem(key) ?? 'null') as Held<Value> | null
    if (found) draft.value = rebased(found.seen, found.written, kept())
  } catch {
    localStorage.removeItem(key)
  }
  watch(
    draft,
    (written) => {
      const seen = kept()
      try {
        if (same(seen, written)) localStorage.removeItem(key)
        else localStorage.setItem(key, JSON.stringify({ seen, written } satisfies Held<Value>))
      } catch {
        // A browser without room: it is in this window alone.
      }
    },
    { deep: true, flush: 'sync' },
  )
  return () => localStorage.removeItem(key)
}
