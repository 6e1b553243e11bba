/** What is known of the take that is looked at: its stage in take time, its trail, and the heights of its sound. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'
import type { Schemas, Take } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import { knownUpTo, peaksQuery, trailQuery } from '@/api/trail'
import { heightsOf } from './peaks'

export function useTakeData(take: Ref<Take | undefined>, lesson: ShownLesson) {
  const id = computed(() => take.value?.id ?? '')
  const there = computed(() => !!take.value?.has_trail)
  const known = computed(() => knownUpTo(lesson.view.value))
  const stage = useStage(lesson.id, known, id)
  const trail = useQuery(
    computed(() => ({
      ...trailQuery(lesson.id.value, id.value, known.value),
      enabled: there.value,
      placeholderData: keepPreviousData<Schemas['TrailView']>,
    })),
  )
  const peaks = useQuery(computed(() => ({ ...peaksQuery(id.value), enabled: there.value })))
  const heights = computed(() => peaks.data.value && heightsOf(peaks.data.value))
  return { stage, trail, heights, there }
}
