import type { Problem } from '@/api/client'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { isFinal, putPiece, RETRY_MILLISECONDS } from '@/recording/pieceSender'
import { SIGNED_OUT, TakeRecorder } from '@/recording/recorder'

/** The client takes the browser's fetch when it is loaded, which is before anything here runs. */
const way = vi.hoisted(() => {
  const way = {
    fetch: (input: RequestInfo | URL, init?: RequestInit): Promise<Response> =>
      Promise.reject(new Error(`${typeof input} ${init?.method}`)),
  }
  globalThis.fetch = (input, init) => way.fetch(input, init)
  return way
})

class FakeRecorder {
  static last: FakeRecorder
  static isTypeSupported = (kind: string) => kind.includes('webm')
  state: 'inactive' | 'recording' | 'paused' = 'inactive'
  mimeType = 'audio/webm;codecs=opus'
  ondataavailable: (event: { data: Blob }) => void = () => undefined
  onstop: () => void = () => undefined
  constructor() {
    FakeRecorder.last = this
  }
  start() {
    this.state = 'recording'
  }
  pause() {
    this.state = 'paused'
  }
  resume() {
    this.state = 'recording'
  }
  stop() {
    this.state = 'inactive'
    this.record('the end')
    this.onstop()
  }
  record(text: string) {
    this.ondataavailable({ data: new Blob([text]) })
  }
}

/** What the server got, and how it answers the next requests. */
let got: { path: string; body: unknown }[] = []
let answers: (number | 'no way')[] = []
const problem = { title: 'No', detail: 'Not this.', kept: 'All.', advice: 'Sign in.' }

async function server(input: RequestInfo | URL, init?: RequestInit): Promise<Response> {
  const request = input instanceof Request ? input : undefined
  const path = new URL(request?.url ?? (input as string), 'http://here').pathname
  const status = answers.shift() ?? 200
  if (status === 'no way') throw new TypeError('fetch failed')
  if (status !== 200) return new Response(JSON.stringify(problem), { status })
  const body = path.endsWith('events')
    ? await request!.json()
    : await (init?.body as Blob | undefined)?.text()
  got.push({ path, body })
  return new Response('{}', { status: 200, headers: { 'Content-Type': 'application/json' } })
}

const settle = () => vi.advanceTimersByTimeAsync(1)
const later = () => vi.advanceTimersByTimeAsync(RETRY_MILLISECONDS + 1)
const paths = () => got.map((one) => one.path.replace('/api/takes/t1/', ''))

let recorder: TakeRecorder
beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('MediaRecorder', FakeRecorder)
  // As on a page that is not https: no checksums, and no waiting for them.
  vi.stubGlobal('crypto', undefined)
  way.fetch = server
  got = []
  answers = []
  recorder = new TakeRecorder('t1', {} as MediaStream)
  recorder.start()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('a take while it is recorded', () => {
  it('is sent piece by piece, in order, with what happened', async () => {
    FakeRecorder.last.record('one')
    recorder.note('page', '2')
    FakeRecorder.last.record('two')
    await settle()
    expect(paths()).toEqual(['pieces/0', 'events', 'pieces/1'])
    expect(got[0]!.body).toBe('one')
    await recorder.finish()
    expect(paths().slice(3)).toEqual(['pieces/2', 'finish'])
  })

  it('is sent again when the way or the server fails, and nothing twice', async () => {
    answers = ['no way', 503, 507]
    const trouble = vi.fn()
    recorder.onTrouble = trouble
    FakeRecorder.last.record('one')
    await settle()
    await later()
    await later()
    expect(got).toEqual([])
    expect(trouble).toHaveBeenLastCalledWith(1)
    await later()
    expect(paths()).toEqual(['pieces/0'])
    expect(trouble).toHaveBeenLastCalledWith(0)
  })

  it('says which events they are, also when they come again', async () => {
    answers = [200, 'no way']
    recorder.note('page', '1')
    FakeRecorder.last.record('one')
    await settle()
    recorder.note('mark', 'm1')
    FakeRecorder.last.record('two')
    await later()
    recorder.note('mark', 'm2')
    FakeRecorder.last.record('three')
    await settle()
    const events = got.filter((one) => one.path.endsWith('events')).map((one) => one.body)
    expect(events).toMatchObject([
      { first: 0, events: [{ what: 'page' }, { what: 'mark', detail: 'm1' }] },
      { first: 2, events: [{ what: 'mark', detail: 'm2' }] },
    ])
  })

  it.each([401, 404, 413, 422])('stops sending after a %i, and finishing says so', async (status) => {
    answers = [status]
    const refused = vi.fn<(problem: Problem) => void>()
    recorder.onRefused = refused
    FakeRecorder.last.record('one')
    await settle()
    expect(refused.mock.calls[0]![0]).toMatchObject({ status, advice: 'Sign in.' })
    FakeRecorder.last.record('two')
    await later()
    expect(got).toEqual([])
    await expect(recorder.finish()).rejects.toMatchObject({ status })
    expect(await recorder.sound.text()).toBe('onetwothe end')
  })

  it('goes on where it was refused once the cause is mended', async () => {
    answers = [200, 401]
    FakeRecorder.last.record('one')
    FakeRecorder.last.record('two')
    await settle()
    expect(recorder.refused?.status).toBe(401)
    await recorder.sendAgain()
    await recorder.finish()
    expect(paths()).toEqual(['pieces/0', 'pieces/1', 'pieces/2', 'finish'])
  })

  it('waits for the teacher to sign in also at its very end', async () => {
    answers = [200, 401]
    FakeRecorder.last.record('one')
    await settle()
    FakeRecorder.last.record = () => undefined
    await expect(recorder.finish()).rejects.toMatchObject({ status: SIGNED_OUT })
    expect(recorder.refused?.status).toBe(SIGNED_OUT)
    await recorder.sendAgain()
    await recorder.finish()
    expect(paths()).toEqual(['pieces/0', 'finish'])
  })

  it('keeps take time without pauses', () => {
    const now = vi.spyOn(performance, 'now')
    now.mockReturnValue(10_000)
    recorder.start()
    now.mockReturnValue(12_000)
    recorder.pause()
    now.mockReturnValue(19_000)
    expect(recorder.time).toBe(2)
    recorder.resume()
    now.mockReturnValue(20_000)
    expect(recorder.time).toBe(3)
    now.mockRestore()
  })

  it('knows which answers stay the same', () => {
    expect([400, 401, 404, 409, 413, 422].every(isFinal)).toBe(true)
    expect([0, 200, 408, 425, 429, 500, 503, 507].some(isFinal)).toBe(false)
  })
})

describe('a piece', () => {
  it('goes with its checksum where the browser can make one', async () => {
    vi.unstubAllGlobals()
    vi.useRealTimers()
    let sent: HeadersInit | undefined
    way.fetch = (_, init) => {
      sent = init?.headers
      return Promise.resolve(new Response('{}'))
    }
    await putPiece('t1', 'sound', 0, new Blob(['sound']))
    // The SHA-256 of "sound".
    expect(sent).toEqual({ 'Content-Digest': 'sha-256=:3SlELeymn1LFAAa4Mcshbt94p9ozdI8KgP8Z8uvlfs0=:' })
  })
})
