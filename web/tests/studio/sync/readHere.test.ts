import { ref } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { client } from '@/api/client'
import { useReadHere } from '@/studio/sync/readHere'

describe('placing words by hand', () => {
  const player = { time: ref(0), playing: ref(true), seek: vi.fn(), playFromTo: vi.fn() }
  const send = vi.fn(() => Promise.resolve(true))
  const placed = vi.fn()
  const hand = () => useReadHere(ref('take1'), { id: ref('lesson1'), send }, player as never, placed)

  beforeEach(() => {
    vi.restoreAllMocks()
    send.mockClear()
  })

  it('takes a tap for each word, has them found in the sound, and keeps them', async () => {
    const asked = vi
      .spyOn(client, 'POST')
      .mockResolvedValue({ data: { starts: [2.1, 2.6], end: 3 }, response: new Response() })
    const made = hand()
    made.open({ words: ['a3', 'a4'], start: 2, end: 4 })
    player.time.value = 2.3
    await made.tap()
    expect(made.next.value).toBe('a4')
    expect(asked).not.toHaveBeenCalled()
    player.time.value = 2.8
    await made.tap()
    expect(asked.mock.calls[0]![1]).toMatchObject({
      body: { take: 'take1', words: ['a3', 'a4'], start: 2, end: 4, taps: [2.3, 2.8] },
    })
    expect(send).toHaveBeenCalledWith({
      kind: 'place words',
      take: 'take1',
      words: ['a3', 'a4'],
      starts: [2.1, 2.6],
      end: 3,
    })
    expect(made.missing.value).toBeUndefined()
    expect(placed, 'they are heard in their places').toHaveBeenCalledWith({ start: 2.1, end: 3 })
  })

  it('takes no tap before the sound has begun', async () => {
    const asked = vi.spyOn(client, 'POST')
    const made = hand()
    made.open({ words: ['a3'], start: 2, end: 4 })
    player.playing.value = false
    await made.tap()
    player.playing.value = true
    expect(made.taps.value).toEqual([])
    expect(asked).not.toHaveBeenCalled()
  })

  it('says why taps are refused, and lets one begin again', async () => {
    vi.spyOn(client, 'POST').mockResolvedValue({
      error: { title: 'No', detail: 'Another word lights there.', status: 422, kept: '', advice: 'Choose.' },
      response: new Response(null, { status: 422 }),
    })
    const made = hand()
    made.open({ words: ['a3'], start: 2, end: 4 })
    await made.tap()
    expect(made.problem.value?.message).toBe('Another word lights there.')
    expect(send).not.toHaveBeenCalled()
    expect(made.taps.value).toEqual([])
    expect(made.missing.value?.words).toEqual(['a3'])
  })

  it('marks where the sound stands, and leaves words unread on purpose', async () => {
    const made = hand()
    made.open({ words: ['a3'], start: 2, end: 4 })
    player.time.value = 2.5
    made.begin()
    player.time.value = 3.5
    made.finish()
    expect(made.missing.value).toMatchObject({ start: 2.5, end: 3.5 })
    await made.leave(['a3'])
    expect(send).toHaveBeenCalledWith({ kind: 'leave unread', take: 'take1', words: ['a3'] })
    expect(made.missing.value).toBeUndefined()
  })
})
