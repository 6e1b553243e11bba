import { useLocalStorage } from '@vueuse/core'
import { computed, type Ref } from 'vue'
import type { Given } from './answerTargets'

const NOTHING: Given = { choices: [], items: [], matches: [], text: '' }

/** What a student answered at the gate that is open (`key`). It stays on this device. */
export function useAnswers(token: string, key: Ref<string>) {
  const kept = useLocalStorage<Record<string, Given>>(`word-trail-answers-${token}`, {})
  return computed<Given>({
    get: () => kept.value[key.value] ?? NOTHING,
    set: (given) => (kept.value = { ...kept.value, [key.value]: given }),
  })
}
