import { beforeEach, describe, expect, it, vi } from 'vitest'
import { sendAllLeft } from '@/recording/sendLeft'
import type { StoredPiece } from '@/recording/storedPieces'

const kept = vi.hoisted(() => ({ pieces: [] as StoredPiece[], forgotten: [] as string[] }))
vi.mock('@/recording/storedPieces', () => ({
  piecesLeft: () => Promise.resolve([...kept.pieces]),
  eventsLeft: () => Promise.resolve([]),
  dropPiece: (take: string, track: string, number: number) => {
    kept.pieces = kept.pieces.filter(
      (one) => one.take !== take || one.track !== track || one.number !== number,
    )
    return Promise.resolve()
  },
  forgetTake: (take: string) => Promise.resolve(kept.forgotten.push(take)),
  storePiece: () => Promise.resolve(),
  storeEvents: () => Promise.resolve(),
}))

const piece = (take: string, track: StoredPiece['track'], number: number): StoredPiece => ({
  take,
  track,
  number,
  piece: new Blob([`${track}${number}`]),
})
let asked: string[] = []
let answers: [number, object?][] = []

beforeEach(() => {
  asked = []
  answers = []
  kept.forgotten = []
  kept.pieces = [piece('t1', 'camera', 0), piece('t1', 'sound', 3), piece('t1', 'sound', 4)]
  vi.stubGlobal('crypto', {})
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path.replace('/api/takes/', ''))
    const [status, body] = answers.shift() ?? [200, {}]
    return Promise.resolve(new Response(JSON.stringify(body ?? {}), { status }))
  })
})

describe('what a closed window has left', () => {
  it('follows, the sound before the picture', async () => {
    expect(await sendAllLeft()).toBe(true)
    expect(asked).toEqual(['t1/pieces/3', 't1/pieces/4', 't1/camera/0'])
    expect(kept.pieces).toEqual([])
    expect(await sendAllLeft()).toBe(false)
  })

  it('is tried again until it is there', async () => {
    vi.useFakeTimers()
    answers = [[200], [507]]
    const sent = sendAllLeft()
    await vi.advanceTimersByTimeAsync(3500)
    expect(await sent).toBe(true)
    expect(asked).toEqual(['t1/pieces/3', 't1/pieces/4', 't1/pieces/4', 't1/camera/0'])
    vi.useRealTimers()
  })

  it('waits here where one has to sign in first, or the server has lost what came before', async () => {
    vi.useFakeTimers()
    answers = [[401]]
    const sent = sendAllLeft()
    await vi.advanceTimersByTimeAsync(3500)
    await sent
    expect(kept.forgotten).toEqual([])
    vi.useRealTimers()
    kept.pieces = [piece('t2', 'sound', 7)]
    answers = [[409, { expected: 2 }]]
    await sendAllLeft()
    expect(kept.forgotten).toEqual([])
    expect(kept.pieces).toHaveLength(1)
  })

  it('waits here where the server has no room for it', async () => {
    answers = [[413]]
    await sendAllLeft()
    expect(kept.forgotten).toEqual([])
    expect(kept.pieces).toHaveLength(3)
  })

  it('is forgotten with a take that was deleted', async () => {
    answers = [[404]]
    await sendAllLeft()
    expect(kept.forgotten).toEqual(['t1'])
  })
})
