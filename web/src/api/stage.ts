import { useQuery } from '@tanstack/vue-query'
import { computed, ref, type Ref } from 'vue'
import { ask, client, type Schemas } from './client'

/** Layout and cue sheet of a lesson at a revision, or of one take as it was recorded; large, so only while `wanted`. */
export function useStage(
  lesson: Ref<string>,
  revision: Ref<unknown>,
  take?: Ref<string>,
  wanted: Ref<boolean> = ref(true),
) {
  const query = useQuery({
    enabled: wanted,
    shallow: true,
    queryKey: computed(() => ['stage', lesson.value, revision.value, take?.value ?? '']),
    queryFn: () =>
      ask(
        client.GET('/api/lessons/{lesson}/stage', {
          params: { path: { lesson: lesson.value }, query: { take: take?.value ?? '' } },
        }),
      ),
    placeholderData: (before: Schemas['Stage'] | undefined) => before,
    retry: false,
  })
  return computed(() => query.data.value)
}
