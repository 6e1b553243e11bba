import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref, shallowRef, type EffectScope } from 'vue'
import { SPEEDS, usePlayer } from '@/stage/player'
import type { CueSheet } from '@/stage/cueReader'
import { cueSheet, gate } from '../worlds'

/** A sound that goes on only when the test says so. */
class FakeAudio extends EventTarget {
  static last: FakeAudio
  src = ''
  currentTime = 0
  playbackRate = 1
  preload = ''
  preservesPitch = false
  paused = true
  refuses: Error | undefined
  constructor() {
    super()
    FakeAudio.last = this
  }
  play() {
    if (this.refuses) return Promise.reject(this.refuses)
    this.paused = false
    this.dispatchEvent(new Event('play'))
    return Promise.resolve()
  }
  pause() {
    this.paused = true
    this.dispatchEvent(new Event('pause'))
  }
  load() {}
  removeAttribute() {
    this.src = ''
  }
}

let scope: EffectScope
let now = 0
let frames: FrameRequestCallback[] = []

/** Let so many seconds pass: the sound plays on when it plays, then a frame is drawn. */
function pass(seconds: number) {
  now += seconds * 1000
  if (!FakeAudio.last.paused) FakeAudio.last.currentTime += seconds
  const due = frames
  frames = []
  for (const frame of due) frame(now)
}

beforeEach(() => {
  now = 1000
  frames = []
  vi.stubGlobal('Audio', FakeAudio)
  vi.stubGlobal('requestAnimationFrame', (frame: FrameRequestCallback) => frames.push(frame))
  vi.stubGlobal('cancelAnimationFrame', () => undefined)
  vi.spyOn(performance, 'now').mockImplementation(() => now)
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.unstubAllGlobals()
})

const player = (sheet: CueSheet, gates = true) =>
  scope.run(() => usePlayer(ref('/sound'), shallowRef(sheet), { gates }))!

describe('the player', () => {
  it('stops at each gate and goes on after it', () => {
    const one = player(cueSheet({ gates: [gate('a', 4), gate('b', 4), gate('c', 9)] }))
    one.play()
    pass(3.9)
    expect([one.time.value, one.gate.value]).toEqual([3.9, ''])
    pass(0.2)
    expect([one.time.value, one.gate.value, one.playing.value]).toEqual([4, 'a', false])
    one.play()
    pass(0.01)
    expect(one.gate.value, 'the second gate of the same moment').toBe('b')
    one.play()
    pass(4.9)
    expect(one.gate.value).toBe('')
    pass(0.2)
    expect([one.time.value, one.gate.value]).toEqual([9, 'c'])
  })

  it('shows the answer only when it is asked for, and counts its seconds from then', () => {
    const one = player(cueSheet({ gates: [gate('a', 4, { think_seconds: 5, answer_seconds: 3 })] }))
    one.play()
    pass(4.1)
    pass(30)
    expect(one.waited.value).toBeCloseTo(4.999, 6)
    one.showAnswer()
    expect(one.waited.value).toBe(5)
    pass(2)
    expect(one.waited.value).toBeCloseTo(7, 6)
    one.showAnswer()
    expect(one.waited.value, 'asked twice').toBeCloseTo(7, 6)
  })

  it('goes on by itself where nothing is asked', () => {
    const one = player(
      cueSheet({ gates: [gate('a', 4, { auto: true, think_seconds: 2, answer_seconds: 1 })] }),
    )
    one.play()
    pass(4.1)
    pass(2.9)
    expect([one.gate.value, one.playing.value]).toEqual(['a', false])
    pass(0.2)
    expect([one.gate.value, one.playing.value]).toEqual(['', true])
  })

  it('comes to gates at the end of the sound', () => {
    const one = player(cueSheet({ seconds: 10, gates: [gate('a', 10), gate('b', 10)] }))
    one.play()
    pass(9.99)
    FakeAudio.last.dispatchEvent(new Event('ended'))
    expect([one.gate.value, one.time.value]).toEqual(['a', 10])
    one.play()
    expect(one.gate.value, 'without any sound left').toBe('b')
  })

  it('passes over gates where they do not stop it', () => {
    const one = player(cueSheet({ gates: [gate('a', 4)] }), false)
    one.play()
    pass(5)
    expect([one.gate.value, one.time.value]).toEqual(['', 5])
  })

  it('seeks: gates before are passed, gates after are not', () => {
    const one = player(cueSheet({ seconds: 20, gates: [gate('a', 4), gate('b', 9)] }))
    one.seek(6)
    one.play()
    pass(0.1)
    expect(one.gate.value).toBe('')
    one.seek(2)
    one.play()
    pass(2.5)
    expect(one.gate.value).toBe('a')
    one.seek(-3)
    expect(one.time.value).toBe(0)
    one.seek(99)
    expect(one.time.value).toBe(20)
  })

  it('plays from here to there', () => {
    const one = player(cueSheet(), false)
    one.playFromTo(2, 3)
    pass(0.5)
    expect(one.playing.value).toBe(true)
    pass(0.6)
    expect(one.playing.value).toBe(false)
  })

  it('goes back a sentence, and changes speed within its steps', () => {
    const one = player(cueSheet({ sentences: [3, 8] }))
    one.seek(8.5)
    one.back()
    expect(one.time.value).toBeCloseTo(2.85, 6)
    for (let i = 0; i < 20; i++) one.changeSpeed(-1)
    expect(one.speed.value).toBe(SPEEDS[0])
    for (let i = 0; i < 20; i++) one.changeSpeed(1)
    expect(one.speed.value).toBe(SPEEDS[SPEEDS.length - 1])
  })

  it('passes over what is not heard, unless just that is played', () => {
    const one = scope.run(() =>
      usePlayer(ref('/sound'), shallowRef(cueSheet()), { skips: ref([{ start: 2, end: 5 }]) }),
    )!
    one.play()
    pass(1.9)
    pass(0.2)
    expect(one.time.value).toBe(5)
    one.playFromTo(2, 5)
    pass(1)
    expect(one.time.value).toBeCloseTo(3, 6)
  })

  it('plays a stretch over and over until it is stopped', () => {
    const one = player(cueSheet(), false)
    one.loop(2, 3)
    pass(0.9)
    expect(one.time.value).toBeCloseTo(2.9, 6)
    pass(0.2)
    expect([one.time.value, one.playing.value]).toEqual([2, true])
    pass(1.1)
    expect(one.time.value).toBe(2)
    one.toggle()
    one.seek(2.5)
    one.play()
    pass(1)
    expect(one.time.value).toBeCloseTo(3.5, 6)
  })

  it('says when the sound cannot be played, and not when it was only broken off', async () => {
    const one = player(cueSheet())
    FakeAudio.last.refuses = Object.assign(new Error(), { name: 'AbortError' })
    one.play()
    await nextTick()
    expect(one.fault.value).toBe('')
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(null, { status: 500 })))
    FakeAudio.last.refuses = Object.assign(new Error(), { name: 'NotSupportedError' })
    one.play()
    FakeAudio.last.dispatchEvent(new Event('error'))
    await vi.waitFor(() => expect(one.fault.value).toContain('cannot be played'))
  })

  it('waits for a sound that is still being made, and plays it when it is there', async () => {
    let status = 503
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(null, { status })))
    const one = player(cueSheet())
    FakeAudio.last.refuses = Object.assign(new Error(), { name: 'NotSupportedError' })
    one.play()
    FakeAudio.last.dispatchEvent(new Event('error'))
    await vi.waitFor(() => expect(one.preparing.value).toBe(true))
    expect([one.fault.value, one.playing.value]).toEqual(['', false])
    status = 200
    FakeAudio.last.refuses = undefined
    FakeAudio.last.dispatchEvent(new Event('canplay'))
    expect([one.preparing.value, one.playing.value]).toEqual([false, true])
  })

  it('goes on with what a film sounds like now, also when that changes just as it begins', async () => {
    const source = ref('/before')
    const one = scope.run(() => usePlayer(source, shallowRef(cueSheet()), { film: true }))!
    const change = async (url: string) => {
      source.value = url
      await nextTick()
      // A browser stops what plays where its sound is replaced, and says nothing of it.
      FakeAudio.last.paused = true
      FakeAudio.last.dispatchEvent(new Event('canplay'))
    }
    await change('/other')
    expect(FakeAudio.last.paused, 'nobody has pressed Play').toBe(true)
    one.play()
    await change('/now')
    expect([FakeAudio.last.src, FakeAudio.last.paused]).toEqual(['/now', false])
    one.pause()
    await change('/later')
    expect(FakeAudio.last.paused, 'it was stopped').toBe(true)
  })

  it('comes to stand by itself, or is moved there', () => {
    const one = scope.run(() =>
      usePlayer(ref('/sound'), shallowRef(cueSheet({ gates: [gate('a', 4)] })), { gates: true, film: true }),
    )!
    one.play()
    pass(4.1)
    expect([one.gate.value, one.cameToStand.value]).toEqual(['a', true])
    one.standAt('a', 4, 2, false)
    expect([one.gate.value, one.cameToStand.value]).toEqual(['a', false])
  })

  it('asks again for a sound that was finished just after it was asked for, but not for ever', async () => {
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(null, { status: 200 })))
    const one = player(cueSheet())
    const url = FakeAudio.last.src
    FakeAudio.last.refuses = Object.assign(new Error(), { name: 'NotSupportedError' })
    one.play()
    FakeAudio.last.src = url
    FakeAudio.last.dispatchEvent(new Event('error'))
    await nextTick()
    FakeAudio.last.refuses = undefined
    FakeAudio.last.dispatchEvent(new Event('canplay'))
    expect([one.fault.value, one.playing.value, FakeAudio.last.src]).toEqual(['', true, url])
    for (let times = 0; times < 4 && !one.fault.value; times++) {
      FakeAudio.last.src = url
      FakeAudio.last.dispatchEvent(new Event('error'))
      await new Promise((resolve) => setTimeout(resolve, 5))
    }
    expect(one.fault.value).toContain('cannot be played')
  })
})
