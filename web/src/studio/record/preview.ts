/** The planned pace on the first sentence, without anything else. */
import { useRafFn } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

/** `sentence` are the words (ids) that are lit at the guide's pace. */
export function usePreview(guide: Ref<Schemas['Guide'] | undefined>, sentence: Ref<readonly string[]>) {
  /** Seconds since its first word was due; nothing where none is shown. */
  const passed = ref<number>()
  let since = 0
  const words = computed(() => {
    const all = guide.value?.stretches.flatMap((one) => one.words) ?? []
    const first = all.findIndex((one) => one.id === sentence.value[0])
    return first < 0 ? [] : all.slice(first, first + sentence.value.length)
  })
  const word = computed(() => {
    if (passed.value === undefined) return undefined
    const at = passed.value + (words.value[0]?.start ?? 0)
    return words.value.find((one) => one.end > at)
  })
  useRafFn(() => {
    if (passed.value === undefined) return
    passed.value = (performance.now() - since) / 1000
    if (!word.value) passed.value = undefined
  })

  return {
    going: computed(() => passed.value !== undefined),
    lit: computed(() => word.value?.id ?? ''),
    /** Show it, or stop. */
    toggle() {
      since = performance.now()
      passed.value = passed.value === undefined ? 0 : undefined
    },
    stop: () => (passed.value = undefined),
  }
}
