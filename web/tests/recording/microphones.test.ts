import { afterEach, describe, expect, it, vi } from 'vitest'
import {
  listMicrophones,
  MicrophoneRefused,
  NoMicrophone,
  NotHere,
  openMicrophone,
  SIMULATED,
  watchLevel,
} from '@/recording/microphones'

type Constraints = { audio: Record<string, unknown> }
const stopped: string[] = []
const stream = { getTracks: () => [{ stop: () => stopped.push('track') }] }
let asked: Constraints | undefined

/** A browser with some devices, that gives a microphone or refuses it. */
function browser(devices: object[], refuses = '') {
  vi.stubGlobal('navigator', {
    mediaDevices: {
      enumerateDevices: () => Promise.resolve(devices),
      getUserMedia: (constraints: Constraints) => {
        asked = constraints
        return refuses ? Promise.reject(new DOMException('no', refuses)) : Promise.resolve(stream)
      },
    },
  })
}
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
  stopped.length = 0
})

describe('microphones', () => {
  it('are named, also those that do not say their name, and the simulated one comes last', async () => {
    browser([
      { kind: 'audioinput', deviceId: 'a', label: 'Desk' },
      { kind: 'videoinput', deviceId: 'v', label: 'Camera' },
      { kind: 'audioinput', deviceId: '', label: 'not yet allowed' },
      { kind: 'audioinput', deviceId: 'b', label: '' },
    ])
    expect((await listMicrophones(false)).map((one) => one.name)).toEqual(['Desk', 'Microphone 2'])
    expect((await listMicrophones(true)).at(-1)?.id).toBe(SIMULATED)
  })

  it('are none on a page that is not https, which is said as such', async () => {
    vi.stubGlobal('navigator', {})
    expect(await listMicrophones(false)).toEqual([])
    await expect(openMicrophone('', '')).rejects.toBeInstanceOf(NotHere)
  })

  it('are opened without anything that calls do to a voice, and let go', async () => {
    browser([])
    const open = await openMicrophone('a', '')
    expect(asked?.audio).toMatchObject({
      echoCancellation: false,
      noiseSuppression: false,
      autoGainControl: false,
      deviceId: { exact: 'a' },
    })
    await openMicrophone('', '')
    expect(asked?.audio).not.toHaveProperty('deviceId')
    open.begin()
    open.close()
    expect(stopped).toEqual(['track'])
  })

  it('that were refused are told from those that are not there', async () => {
    for (const name of ['NotAllowedError', 'SecurityError']) {
      browser([], name)
      await expect(openMicrophone('a', '')).rejects.toBeInstanceOf(MicrophoneRefused)
    }
    browser([], 'NotFoundError')
    await expect(openMicrophone('a', '')).rejects.toBeInstanceOf(NoMicrophone)
  })

  it('that are simulated speak once recording begins, or are not there', async () => {
    const deeds: string[] = []
    class Context {
      createBufferSource = () => ({
        buffer: undefined,
        connect: () => deeds.push('joined'),
        start: () => deeds.push('speaks'),
      })
      decodeAudioData = () => Promise.resolve('sound')
      createMediaStreamDestination = () => ({ stream })
      close = () => Promise.resolve(deeds.push('closed'))
    }
    vi.stubGlobal('AudioContext', Context)
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('sound')))
    const open = await openMicrophone(SIMULATED, '/sound')
    expect(deeds).toEqual(['joined'])
    open.begin()
    open.close()
    expect(deeds).toEqual(['joined', 'speaks', 'closed'])
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('', { status: 404 })))
    await expect(openMicrophone(SIMULATED, '/sound')).rejects.toBeInstanceOf(NoMicrophone)
  })
})

describe('the level', () => {
  it('goes from -60 dB to full scale, says when a sound is too loud, and ends', () => {
    vi.useFakeTimers()
    let peak = 0
    let closed = false
    class Context {
      createAnalyser = () => ({
        fftSize: 0,
        getFloatTimeDomainData: (samples: Float32Array) => samples.fill(-peak),
      })
      createMediaStreamSource = () => ({ connect: () => {} })
      close = () => Promise.resolve((closed = true))
    }
    vi.stubGlobal('AudioContext', Context)
    const shown: [number, boolean][] = []
    const end = watchLevel(stream as unknown as MediaStream, (level, clipped) => shown.push([level, clipped]))
    for (const next of [0, 0.001, 0.0316, 1]) {
      peak = next
      vi.advanceTimersByTime(50)
    }
    expect(shown.map(([level]) => Math.round(level * 100) / 100)).toEqual([0, 0, 0.5, 1])
    expect(shown.map(([, clipped]) => clipped)).toEqual([false, false, false, true])
    end()
    vi.advanceTimersByTime(500)
    expect([shown.length, closed]).toEqual([4, true])
  })
})
