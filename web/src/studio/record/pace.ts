/** The pace that is planned, and the guide that keeps it. */
import { useQuery } from '@tanstack/vue-query'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { ask, client } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'

/** Words a minute that can be planned; the guide itself takes more. */
const SLOWEST = 30
const QUICKEST = 200

export function usePace(lesson: ShownLesson, isBusy: () => boolean) {
  const view = lesson.view
  const rate = ref(view.value.lesson.words_per_minute)
  /** Whether the guide leads through cards and questions too, or through the passage alone. */
  const whole = useLocalStorage('word-trail.guide-whole', true)
  /** The grade whose norms stand beside the pace; 0 for none. */
  const grade = useLocalStorage('word-trail.grade', 0)
  const guide = useQuery({
    queryKey: computed(() => [
      'guide',
      lesson.id.value,
      view.value.revision,
      rate.value,
      whole.value,
      grade.value,
    ]),
    queryFn: () =>
      ask(
        client.GET('/api/lessons/{lesson}/guide', {
          params: {
            path: { lesson: lesson.id.value },
            query: { words_per_minute: rate.value, whole: whole.value, grade: grade.value },
          },
        }),
      ),
    placeholderData: (before) => before,
  })

  /** It is the lesson's from now on. */
  async function keep() {
    if (rate.value !== view.value.lesson.words_per_minute)
      await lesson.send({ kind: 'set pace', words_per_minute: rate.value })
  }
  /** Quicker or slower; while recording, for this time only. */
  function quicker(by: number) {
    rate.value = Math.min(QUICKEST, Math.max(SLOWEST, rate.value + by))
    if (!isBusy()) void keep()
  }

  return { rate, whole, grade, guide, keep, quicker }
}
