import { beforeEach, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useSignal } from '@/stage/signal'
import { FakeAudio } from './fakeAudio'

beforeEach(() => vi.stubGlobal('Audio', FakeAudio))

it('is heard once at each place, from its beginning, and not beyond it', async () => {
  const at = ref('')
  const scope = effectScope()
  scope.run(() => useSignal(at))
  const audio = FakeAudio.last
  expect([audio.src, audio.plays], 'nothing is fetched before').toEqual(['', 0])
  at.value = 'pause1'
  await nextTick()
  expect([audio.src, audio.plays, audio.paused]).toEqual(['/api/signal', 1, false])
  audio.currentTime = 0.7
  at.value = ''
  await nextTick()
  expect([audio.plays, audio.paused]).toEqual([1, true])
  at.value = 'pause2'
  await nextTick()
  expect([audio.plays, audio.paused, audio.currentTime]).toEqual([2, false, 0])
  scope.stop()
  expect([audio.paused, audio.src]).toEqual([true, ''])
})
