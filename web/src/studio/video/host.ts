/** The video host that films can be put on, and those that are there. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { ask, client, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'

export type SentFilm = Schemas['SentFilm']

export function useSentFilms() {
  const lesson = useLesson()
  const jobs = computed(() => lesson.view.value.jobs.filter((job) => job.kind === 'send'))
  const query = useQuery({
    queryKey: computed(() => ['sent', lesson.id.value, jobs.value.map((job) => job.state).join()]),
    queryFn: () =>
      ask(client.GET('/api/lessons/{lesson}/sent', { params: { path: { lesson: lesson.id.value } } })),
    placeholderData: keepPreviousData,
    retry: 1,
  })
  const sent = computed(() => query.data.value?.sent ?? [])
  return {
    jobs,
    host: computed(() => query.data.value?.host ?? ''),
    simulated: computed(() => !!query.data.value?.simulated),
    sent,
    /** Those that are seen there. */
    there: computed(() => sent.value.filter((one) => one.address)),
  }
}
