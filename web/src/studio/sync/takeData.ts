/** What is known of the take that is looked at: its stage in take time, its trail, and the heights of its sound. */
import { useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'
import { ask, client, type Take } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import { heightsOf } from './peaks'

export function useTakeData(take: Ref<Take | undefined>, lesson: ShownLesson, job: Ref<string>) {
  const id = computed(() => take.value?.id ?? '')
  const there = computed(() => !!take.value?.has_trail)
  const stage = useStage(
    lesson.id,
    computed(() => [lesson.view.value.revision, job.value]),
    id,
  )
  const trail = useQuery({
    queryKey: computed(() => ['trail', lesson.id.value, id.value, lesson.view.value.revision, job.value]),
    queryFn: () =>
      ask(
        client.GET('/api/lessons/{lesson}/trail', {
          params: { path: { lesson: lesson.id.value }, query: { take: id.value } },
        }),
      ),
    enabled: there,
    placeholderData: (before) => before,
    retry: false,
  })
  const peaks = useQuery({
    queryKey: computed(() => ['peaks', id.value]),
    queryFn: async () =>
      heightsOf(new Uint8Array(await (await fetch(`/api/takes/${id.value}/peaks`)).arrayBuffer())),
    enabled: there,
    staleTime: Infinity,
  })
  return { stage, trail, peaks, there }
}
