import { useLocalStorage } from '@vueuse/core'
import { computed, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

/** The meaning that a lesson was marked with last, also the next time. */
export function useMeaning(lesson: string, legend: Readonly<Ref<readonly Schemas['Meaning'][]>>) {
  const wished = useLocalStorage(`word-trail.meaning.${lesson}`, '')
  const here = computed(() => legend.value.find((one) => one.id === wished.value) ?? legend.value[0])
  return computed({ get: () => here.value?.id ?? '', set: (id) => (wished.value = id) })
}
