import { effectScope, nextTick, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useStepsAhead } from '@/studio/stepsAhead'

describe('the steps that were not opened yet', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('are fetched one after another, when the one that was opened had its time', async () => {
    const ready = ref(false)
    const fetched: string[] = []
    const step = (name: string) => () => Promise.resolve(fetched.push(name))
    const unreachable = () => Promise.reject(new Error('offline'))
    const scope = effectScope()
    scope.run(() => useStepsAhead(ready, [step('plan'), unreachable, step('sync')]))
    await vi.advanceTimersByTimeAsync(9000)
    expect(fetched, 'the lesson is not there').toEqual([])
    ready.value = true
    await nextTick()
    await vi.advanceTimersByTimeAsync(1000)
    expect(fetched).toEqual([])
    await vi.advanceTimersByTimeAsync(2000)
    expect(fetched).toEqual(['plan', 'sync'])
    ready.value = false
    await nextTick()
    ready.value = true
    await vi.advanceTimersByTimeAsync(9000)
    expect(fetched, 'once').toEqual(['plan', 'sync'])
    scope.stop()
  })

  it('are let be when the lesson is left', async () => {
    const step = vi.fn(() => Promise.resolve())
    const scope = effectScope()
    scope.run(() => useStepsAhead(ref(true), [step]))
    scope.stop()
    await vi.advanceTimersByTimeAsync(9000)
    expect(step).not.toHaveBeenCalled()
  })
})
