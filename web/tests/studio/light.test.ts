import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import type { VoiceAt } from '@/recording/voice'
import { useAgain } from '@/studio/record/again'
import { useHold } from '@/studio/record/hold'
import { useLight } from '@/studio/record/light'

const word = (id: string, sentence: number) => ({ id, text: id, start: 0, end: 1, sentence })
const guided = (id: string) => ({ id, start: 0, end: 1 })
const place = (...ids: string[]) => ({ page: 0, signpost: '', words: ids.map(guided) })

function inScope<Result>(make: () => Result): [Result, EffectScope] {
  const scope = effectScope()
  return [scope.run(make)!, scope]
}

beforeEach(() => {
  localStorage.clear()
  vi.useFakeTimers()
})

describe('who sets the light', () => {
  const places = ref([place('a1', 'a2', 'a3', 'a4'), place('a5', 'a6')])
  function made() {
    const at = ref(0)
    const running = ref(true)
    const byGuide = ref('a1')
    const byVoice = ref<VoiceAt>({ word: '', passed: [] })
    const expected = vi.fn()
    const next = vi.fn(() => at.value++)
    const jump = (to: number) => (at.value = to)
    const [light] = inScope(() =>
      useLight({ places, at, running, byGuide, byVoice, jump, expect: expected, next }),
    )
    return { light, at, running, byGuide, byVoice, expected, next }
  }

  it('is the guide at first, and nobody while nothing is recorded', () => {
    const { light, running } = made()
    expect(light.lit.value).toBe('a1')
    running.value = false
    expect(light.lit.value).toBe('')
  })

  it('the hand lights word after word, and goes on at the end of a page', async () => {
    const { light, next } = made()
    light.by.value = 'hand'
    await nextTick()
    light.begin()
    for (const expected of ['a1', 'a2', 'a3', 'a4']) {
      light.step()
      expect(light.lit.value).toBe(expected)
    }
    light.step()
    expect(next).toHaveBeenCalledOnce()
    light.step()
    expect(light.lit.value).toBe('a5')
  })

  it('the voice is followed, and words that it is quickly past are lit one after another', async () => {
    const { light, byVoice } = made()
    light.by.value = 'voice'
    await nextTick()
    const heard = async (word: string, ...passed: string[]) => {
      byVoice.value = { word, passed }
      await nextTick()
      return light.lit.value
    }
    const later = async () => {
      await vi.advanceTimersByTimeAsync(50)
      return light.lit.value
    }
    expect(await heard('a1')).toBe('a1')
    expect([await heard('a3', 'a2'), await later(), await later()]).toEqual(['a2', 'a3', 'a3'])
    await heard('a1')
    expect([await heard('a4', 'a2', 'a3'), await later(), await later()]).toEqual(['a2', 'a3', 'a4'])
    // What is not lit yet when she is further on is lit first.
    await heard('a1')
    expect([await heard('a3', 'a2'), await heard('a4'), await later()]).toEqual(['a2', 'a3', 'a4'])
  })

  it('words that were left out are not lit', async () => {
    const { light, byVoice } = made()
    light.by.value = 'voice'
    await nextTick()
    byVoice.value = { word: 'a1', passed: [] }
    await nextTick()
    byVoice.value = { word: 'a3', passed: [] }
    await nextTick()
    expect(light.lit.value).toBe('a3')
    byVoice.value = { word: 'of a card that is not shown', passed: [] }
    await nextTick()
    expect(light.lit.value).toBe('a3')
  })

  it('who goes back while the light is behind is not followed by way of what she is past', async () => {
    const { light, byVoice } = made()
    light.by.value = 'voice'
    await nextTick()
    byVoice.value = { word: 'a4', passed: ['a2', 'a3'] }
    await nextTick()
    byVoice.value = { word: 'a1', passed: [] }
    await nextTick()
    expect(light.lit.value).toBe('a1')
    await vi.advanceTimersByTimeAsync(200)
    expect(light.lit.value).toBe('a1')
  })

  it('a voice on another page takes the stage there', async () => {
    const { light, byVoice, at, expected } = made()
    light.by.value = 'voice'
    await nextTick()
    byVoice.value = { word: 'a5', passed: [] }
    await nextTick()
    expect([at.value, light.lit.value]).toEqual([1, 'a5'])
    expect(expected).not.toHaveBeenCalled()
  })

  it('a page turned by hand says what will be read', async () => {
    const { light, at, expected } = made()
    light.by.value = 'voice'
    await nextTick()
    at.value = 1
    await nextTick()
    expect(expected).toHaveBeenCalledWith('a5')
  })

  it('whoever takes over goes on from the word that is lit', async () => {
    const { light, byGuide } = made()
    byGuide.value = 'a3'
    await nextTick()
    light.by.value = 'hand'
    await nextTick()
    light.step()
    expect(light.lit.value).toBe('a4')
  })
})

describe('again from this sentence', () => {
  const words = ref([
    word('a1', 1),
    word('a2', 1),
    word('a3', 2),
    word('a4', 2),
    word('a5', 2),
    word('a6', 3),
  ])
  function made(here: string) {
    const back = vi.fn()
    const [again] = inScope(() =>
      useAgain({ words, time: ref(10), seconds: ref(2.4), here: ref(here), goBack: back }),
    )
    return { again, back }
  }

  it('goes to its beginning, which is due after the stones', () => {
    const { again, back } = made('a5')
    again.again()
    expect(back).toHaveBeenCalledWith('a3', 12.4)
    expect([again.count.value, again.text.value]).toEqual([3, 'a3 a4 a5'])
  })

  it('counts three stones', async () => {
    const { again } = made('a5')
    again.again()
    await vi.advanceTimersByTimeAsync(1700)
    expect(again.count.value).toBe(1)
    await vi.advanceTimersByTimeAsync(800)
    expect(again.count.value).toBe(0)
  })

  it('goes a sentence further back while they are counted, and no further than the first', () => {
    const { again, back } = made('a6')
    for (let n = 0; n < 4; n++) again.again()
    expect(back.mock.calls.map(([id]: string[]) => id)).toEqual(['a6', 'a3', 'a1', 'a1'])
  })

  it('goes to any word that is chosen, and nowhere from a word of no passage', () => {
    const { again, back } = made('card')
    again.again()
    expect(back).not.toHaveBeenCalled()
    again.again('a4')
    expect(back).toHaveBeenCalledWith('a3', 12.4)
  })
})

describe('a key that is pressed or held', () => {
  const up = () => window.dispatchEvent(new KeyboardEvent('keyup', { key: 'h' }))
  const down = (repeat = false) => new KeyboardEvent('keydown', { key: 'h', repeat })

  it('pressed, it switches; held, it is on as long as it is held', async () => {
    const [hold, scope] = inScope(() => useHold('h'))
    hold.press(down())
    await vi.advanceTimersByTimeAsync(100)
    up()
    expect(hold.waiting.value).toBe(true)
    hold.press(down())
    up()
    expect(hold.waiting.value).toBe(false)
    hold.press(down())
    hold.press(down(true))
    await vi.advanceTimersByTimeAsync(900)
    expect(hold.waiting.value).toBe(true)
    up()
    expect(hold.waiting.value).toBe(false)
    scope.stop()
  })
})
