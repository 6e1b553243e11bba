/** What a lesson's text offers for its plan, and what of it is taken already. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch, type Ref } from 'vue'
import { ask, client, type Schemas } from '@/api/client'

export interface Offer {
  suggestion: Schemas['Suggestion']
  taken: boolean
}

/** The suggestions with whether each is taken. */
export const offersOf = (
  suggestions: readonly Schemas['Suggestion'][],
  taken: readonly string[],
): Offer[] => {
  const has = new Set(taken)
  return suggestions.map((suggestion) => ({ suggestion, taken: has.has(suggestion.id) }))
}

/** The lesson as it will run, and what its text offers: found anew only when the text has changed, and not before the
 * screen is `ready`, which it would hold up in a long lesson. */
export function usePlanned(
  lesson: Ref<string>,
  revision: Ref<number | undefined>,
  text: Ref<unknown>,
  ready: Ref<boolean>,
) {
  const path = () => ({ path: { lesson: lesson.value } })
  const planned = useQuery({
    enabled: ready,
    queryKey: computed(() => ['plan', lesson.value, revision.value]),
    queryFn: () => ask(client.GET('/api/lessons/{lesson}/plan', { params: path() })),
    placeholderData: keepPreviousData,
    retry: false,
  })
  const edition = ref(0)
  watch(text, () => edition.value++)
  const found = useQuery({
    enabled: computed(() => !!planned.data.value),
    queryKey: computed(() => ['suggestions', lesson.value, edition.value]),
    queryFn: () => ask(client.GET('/api/lessons/{lesson}/suggestions', { params: path() })),
    placeholderData: keepPreviousData,
    retry: false,
  })
  const taken = useQuery({
    enabled: computed(() => !!found.data.value),
    queryKey: computed(() => ['taken', lesson.value, revision.value]),
    queryFn: () => ask(client.GET('/api/lessons/{lesson}/suggestions/taken', { params: path() })),
    placeholderData: keepPreviousData,
    retry: false,
  })
  return {
    run: computed(() => planned.data.value?.run ?? []),
    // Until it is known what is taken, nothing is offered: it could be taken twice.
    offers: computed(() =>
      taken.data.value ? offersOf(found.data.value?.suggestions ?? [], taken.data.value.ids) : [],
    ),
  }
}
