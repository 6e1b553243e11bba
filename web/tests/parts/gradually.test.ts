import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { useGradually } from '@/parts/gradually'

afterEach(() => vi.useRealTimers())

const list = (total: number) =>
  mount(
    defineComponent({
      setup() {
        const upTo = useGradually(() => total)
        return () =>
          h(
            'ol',
            Array.from({ length: total }, (_, n) => n)
              .slice(0, upTo.value)
              .map((n) => h('li', n)),
          )
      },
    }),
  )

describe('a long list', () => {
  it('shows a screenful at once and all of it soon', async () => {
    vi.useFakeTimers()
    const long = list(135)
    const first = long.findAll('li').length
    expect(first).toBeGreaterThan(10)
    expect(first).toBeLessThan(60)
    await vi.runAllTimersAsync()
    expect(long.findAll('li')).toHaveLength(135)
  })

  it('is left alone when it is short, and stops when it is gone', async () => {
    vi.useFakeTimers()
    expect(list(5).findAll('li')).toHaveLength(5)
    list(500).unmount()
    await vi.runAllTimersAsync()
    expect(vi.getTimerCount()).toBe(0)
  })
})
