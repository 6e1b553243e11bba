/** The take that is looked at: one that was asked for, else one that waits to be used, else the lesson's. */
import { computed, ref } from 'vue'
import type { Take } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'
import { takeAtFirst } from '@/api/trail'
import type { useTakes } from '../takes'

export function useLookedAt(lesson: ShownLesson, deeds: ReturnType<typeof useTakes>) {
  const takes = computed(() => lesson.view.value.takes)
  const takeOf = (id: string | undefined) => takes.value.find((one) => one.id === id)
  const asked = ref('')
  const used = computed(() => takeOf(lesson.view.value.take_in_use))
  const takeView = computed(() => takeOf(asked.value) ?? takeAtFirst(lesson.view.value))
  return {
    takeOf,
    /** The take that was asked for, by its id; empty for none. */
    asked,
    used,
    takeView,
    take: computed(() => takeView.value?.id ?? ''),
    /** The newest take, when its words were not found: something went wrong, or the work was stopped. */
    wordless: computed(() => {
      const newest = takes.value.findLast((one) => one.state === 'kept')
      return newest && (newest.fault || !newest.has_trail) ? newest : undefined
    }),
    use: async (one: Take) => {
      await deeds.use(one)
      asked.value = ''
    },
  }
}
