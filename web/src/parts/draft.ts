import { nextTick, ref, watch, type Ref } from 'vue'
import { rebased } from '@/api/targets'

const plain = <Value>(value: Value): Value => JSON.parse(JSON.stringify(value)) as Value

/**
 * What a form shows of a value that is kept, and what the hand has changed of it.
 *
 * A change that comes back from the server while the next field is written leaves that field alone: only what nobody
 * has touched here follows what is kept.
 */
export function useDraft<Value extends object>(
  kept: () => Value,
  send: (value: Value) => Promise<boolean>,
): { draft: Ref<Value>; keep: () => Promise<boolean> } {
  let before = plain(kept())
  const draft = ref(plain(before)) as Ref<Value>
  let onTheirWay = 0

  watch(kept, (now) => {
    draft.value = rebased(before, draft.value, plain(now))
    before = plain(now)
  })

  async function keep(): Promise<boolean> {
    const sent = plain(draft.value)
    const was = JSON.stringify(kept())
    onTheirWay++
    const done = await send(sent).finally(() => onTheirWay--)
    await nextTick()
    // The core may have put it otherwise (spaces taken away): that is shown, but for what was written since.
    if (done && !onTheirWay && JSON.stringify(kept()) !== was)
      draft.value = rebased(sent, draft.value, plain(kept()))
    return done
  }

  return { draft, keep }
}
