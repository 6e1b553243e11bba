import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { CameraRecorder, TOO_LONG } from '@/recording/cameraRecorder'
import type { TakeRecorder } from '@/recording/recorder'

class FakeRecorder {
  static isTypeSupported = () => true
  state: 'inactive' | 'recording' | 'paused' = 'inactive'
  ondataavailable: (event: { data: Blob }) => void = () => undefined
  onstop: () => void = () => undefined
  onerror: () => void = () => undefined
  start() {
    this.state = 'recording'
  }
  stop() {
    this.state = 'inactive'
    this.onstop()
  }
}

/** Shows the next frame of the picture. */
let frame: () => void = () => undefined
let got: string[] = []
let status = 200
const listeners = new Map<string, () => void>()
const track = { addEventListener: (name: string, act: () => void) => listeners.set(name, act) }

function recorder() {
  const one = new CameraRecorder(
    { take: 't1', unsent: 0 } as TakeRecorder,
    { getVideoTracks: () => [track] } as unknown as MediaStream,
  )
  one.start()
  return one
}

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('MediaRecorder', FakeRecorder)
  vi.stubGlobal('MediaStream', class {})
  Object.defineProperty(HTMLMediaElement.prototype, 'srcObject', { set: () => undefined, configurable: true })
  HTMLMediaElement.prototype.play = () => Promise.resolve()
  HTMLVideoElement.prototype.requestVideoFrameCallback = (seen) => {
    frame = () => seen(0, {} as VideoFrameCallbackMetadata)
    return 0
  }
  vi.stubGlobal('fetch', (input: string) => {
    got.push(input)
    return Promise.resolve(new Response('{}', { status }))
  })
  got = []
  status = 200
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('the camera beside a take', () => {
  it('says when its first picture is there', () => {
    const one = recorder()
    const first = vi.fn()
    one.onFirst = first
    frame()
    frame()
    expect(first).toHaveBeenCalledOnce()
  })

  it('ends, and leaves the sound alone, where the computer is too slow', () => {
    const one = recorder()
    const end = vi.fn()
    one.onEnd = end
    for (let second = 0; second < 10; second++) {
      for (let n = 0; n < 12; n++) frame()
      vi.advanceTimersByTime(1000)
    }
    expect(end).not.toHaveBeenCalled()
    vi.advanceTimersByTime(TOO_LONG * 1000 + 10)
    expect(end).toHaveBeenCalledExactlyOnceWith('slow')
  })

  it('does not take a window that is not seen for a slow computer', () => {
    const one = recorder()
    const end = vi.fn()
    one.onEnd = end
    vi.spyOn(document, 'hidden', 'get').mockReturnValue(true)
    vi.advanceTimersByTime(20_000)
    expect(end).not.toHaveBeenCalled()
  })

  it('ends where it was pulled out, or the server takes no more', async () => {
    const pulled = recorder()
    const end = vi.fn()
    pulled.onEnd = end
    listeners.get('ended')!()
    expect(end).toHaveBeenCalledExactlyOnceWith('gone')
    const full = recorder()
    full.onEnd = end
    status = 413
    vi.useRealTimers()
    ;(full as unknown as { recorder: FakeRecorder }).recorder.ondataavailable({
      data: new Blob(['a picture']),
    })
    await vi.waitFor(() => expect(got).toHaveLength(1))
    expect(got).toEqual(['/api/takes/t1/camera/0'])
    await vi.waitFor(() => expect(end).toHaveBeenLastCalledWith('refused'))
  })
})
