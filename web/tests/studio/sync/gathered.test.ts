import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { useGathered, type Gathered } from '@/studio/sync/gathered'

/** A word's post, moved. */
interface Moved {
  word: string
  start: number
}
let scope: EffectScope
let moves: Gathered<Moved>
let sent: Moved[] = []
let answers: (() => void)[] = []
let unkept = () => false
const pen = (start: number) => ({ word: 'pen', start })
const ink = (start: number) => ({ word: 'ink', start })

beforeEach(() => {
  vi.useFakeTimers()
  sent = []
  answers = []
  scope = effectScope()
  moves = scope.run(() =>
    useGathered<Moved>(
      (moved) => {
        sent.push(moved)
        return new Promise<void>((answer) => answers.push(answer))
      },
      (one, other) => one.word === other.word,
      { unkeptWhile: (isWaiting) => (unkept = isWaiting) },
    ),
  )!
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})
const pause = () => vi.advanceTimersByTime(700)
async function answer() {
  answers.shift()!()
  await flushPromises()
}

describe('changes that follow one another quickly', () => {
  it('are one change, the newest', async () => {
    for (const start of [1.01, 1.02, 1.03]) {
      moves.gather(pen(start))
      vi.advanceTimersByTime(300)
    }
    expect([sent, unkept()]).toEqual([[], true])
    pause()
    expect(sent).toEqual([pen(1.03)])
    expect(unkept(), 'it is on its way').toBe(true)
    await answer()
    expect([moves.newest.value, unkept()]).toEqual([undefined, false])
  })

  it('are kept when made while the one before is on its way', async () => {
    moves.gather(pen(1.01))
    pause()
    moves.gather(pen(1.02))
    await answer()
    expect([moves.newest.value, unkept()], 'still shown where the teacher left it').toEqual([pen(1.02), true])
    pause()
    expect(sent).toEqual([pen(1.01), pen(1.02)])
    await answer()
    expect(unkept()).toBe(false)
  })

  it('of another thing do not drop the first one', () => {
    moves.gather(pen(1.01))
    moves.gather(ink(2.01))
    expect(sent).toEqual([pen(1.01)])
    pause()
    expect(sent).toEqual([pen(1.01), ink(2.01)])
  })

  it('are kept when the teacher leaves the screen, and once', () => {
    moves.gather(pen(1.01))
    scope.stop()
    pause()
    expect(sent).toEqual([pen(1.01)])
  })

  it('can be kept at once', async () => {
    const done = moves.keep(pen(1.01))
    expect(sent).toEqual([pen(1.01)])
    await answer()
    await done
    pause()
    expect(sent, 'not a second time').toHaveLength(1)
  })

  it('go back to what is kept when they could not be', async () => {
    const broken = scope.run(() =>
      useGathered<Moved>(
        () => Promise.reject(new Error('no answer')),
        () => true,
        { unkeptWhile: (isWaiting) => (unkept = isWaiting) },
      ),
    )!
    await expect(broken.keep(pen(3))).rejects.toThrow('no answer')
    expect([broken.newest.value, unkept()]).toEqual([undefined, false])
  })
})
