import { beforeEach, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useRoom } from '@/stage/room'
import { FakeAudio } from './fakeAudio'

beforeEach(() => vi.stubGlobal('Audio', FakeAudio))

it('is heard over and over as long as it is wanted, and let go of', async () => {
  const [url, on] = [ref('/room'), ref(false)]
  const scope = effectScope()
  scope.run(() => useRoom(url, on))
  const audio = FakeAudio.last
  await nextTick()
  expect([audio.loop, audio.paused, audio.src]).toEqual([true, true, ''])
  on.value = true
  await nextTick()
  expect([audio.paused, audio.src]).toEqual([false, '/room'])
  on.value = false
  await nextTick()
  expect(audio.paused).toBe(true)
  url.value = ''
  on.value = true
  await nextTick()
  expect(audio.paused).toBe(true)
  scope.stop()
  expect(audio.src).toBe('')
})
