import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Problem } from '@/api/client'
import { answered } from '@/student/opening'

const unanswered = () => Problem.of(new TypeError('Failed to fetch'))

describe('opening a lesson', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('asks again until there is an answer', async () => {
    const request = vi.fn<(signal: AbortSignal) => Promise<string>>().mockRejectedValueOnce(unanswered())
    request.mockRejectedValueOnce(unanswered()).mockResolvedValueOnce('the lesson')
    const again = vi.fn()
    const opened = answered(request, again)
    await vi.advanceTimersByTimeAsync(5000)
    expect(await opened).toBe('the lesson')
    expect(again).toHaveBeenCalledTimes(2)
  })

  it('gives up a request that stays without an answer, and makes it again with more patience', async () => {
    const begun: number[] = []
    const ended: number[] = []
    const request = (signal: AbortSignal) =>
      new Promise<string>((done, fail) => {
        begun.push(Date.now())
        if (begun.length === 3) done('the lesson')
        signal.addEventListener('abort', () => {
          ended.push(Date.now())
          fail(new DOMException('gone', 'AbortError'))
        })
      })
    const opened = answered(request)
    await vi.advanceTimersByTimeAsync(60_000)
    expect(await opened).toBe('the lesson')
    expect(begun).toHaveLength(3)
    expect(ended[1]! - begun[1]!).toBeGreaterThan(ended[0]! - begun[0]!)
  })

  it('says at once what is answered, also when that is a problem', async () => {
    const gone = Problem.from(404, { title: 'Not here' })
    const request = vi.fn().mockRejectedValue(gone)
    await expect(answered(request)).rejects.toBe(gone)
    expect(request).toHaveBeenCalledTimes(1)
  })
})
