import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { usePreview } from '@/studio/record/preview'

const guide = ref({
  stretches: [
    { words: [{ id: 'card', start: 0, end: 1 }] },
    {
      words: [
        { id: 'a1', start: 4, end: 4.5 },
        { id: 'a2', start: 4.5, end: 5 },
        { id: 'a3', start: 6, end: 7 },
      ],
    },
  ],
} as unknown as Schemas['Guide'])

beforeEach(
  () => void vi.useFakeTimers({ toFake: ['performance', 'requestAnimationFrame', 'cancelAnimationFrame'] }),
)
afterEach(() => void vi.useRealTimers())

describe('the pace on the first sentence', () => {
  it('lights its words at their pace, from the first one on, and ends', () => {
    const preview = effectScope().run(() => usePreview(guide, ref(['a1', 'a2'])))!
    expect(preview.lit.value).toBe('')
    preview.toggle()
    expect([preview.going.value, preview.lit.value]).toEqual([true, 'a1'])
    vi.advanceTimersByTime(700)
    expect(preview.lit.value).toBe('a2')
    vi.advanceTimersByTime(500)
    expect([preview.going.value, preview.lit.value]).toEqual([false, ''])
  })

  it('is stopped by the same button', () => {
    const preview = effectScope().run(() => usePreview(guide, ref(['a1', 'a2'])))!
    preview.toggle()
    preview.toggle()
    expect(preview.going.value).toBe(false)
  })

  it('shows nothing of a sentence that the guide does not lead through', () => {
    const preview = effectScope().run(() => usePreview(guide, ref([])))!
    preview.toggle()
    vi.advanceTimersByTime(50)
    expect([preview.going.value, preview.lit.value]).toEqual([false, ''])
  })
})
