import { effectScope, nextTick, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useAfterwards } from '@/parts/afterwards'

describe('what is less urgent', () => {
  beforeEach(
    () => void vi.useFakeTimers({ toFake: ['requestAnimationFrame', 'cancelAnimationFrame', 'setTimeout'] }),
  )
  afterEach(() => void vi.useRealTimers())

  it('comes when the first has been painted, and stays', async () => {
    const first = ref(false)
    const scope = effectScope()
    const later = scope.run(() => useAfterwards(first))!
    await vi.advanceTimersByTimeAsync(500)
    expect(later.value).toBe(false)
    first.value = true
    await nextTick()
    vi.advanceTimersToNextFrame()
    expect(later.value, 'the frame in which the first is painted').toBe(false)
    await vi.advanceTimersByTimeAsync(1500)
    expect(later.value).toBe(true)
    first.value = false
    await nextTick()
    expect(later.value).toBe(true)
    scope.stop()
  })

  it('does not come where nobody waits for it any more', async () => {
    const scope = effectScope()
    const later = scope.run(() => useAfterwards(ref(true)))!
    scope.stop()
    await vi.advanceTimersByTimeAsync(1500)
    expect(later.value).toBe(false)
  })
})
