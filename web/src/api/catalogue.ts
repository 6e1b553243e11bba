import { useQuery } from '@tanstack/vue-query'
import { computed, inject, provide, type InjectionKey, type Ref } from 'vue'
import { ask, client, Problem, type Schemas } from './client'

/** The kinds of things that a lesson can hold, as the program knows them. */
export type Catalogue = Schemas['Catalogue']

export const CATALOGUE: InjectionKey<Ref<Catalogue | undefined>> = Symbol('catalogue')

/** The catalogue, fetched once. */
export const catalogueQuery = {
  queryKey: ['catalogue'],
  queryFn: () => ask(client.GET('/api/catalogue')),
  staleTime: Infinity,
  retry: false,
}
export const useCatalogueQuery = () => useQuery(catalogueQuery)

/** The catalogue for all that stands in this component. */
export function openCatalogue() {
  const query = useCatalogueQuery()
  const catalogue = computed(() => query.data.value)
  provide(CATALOGUE, catalogue)
  return {
    catalogue,
    failed: computed(() => (query.error.value ? Problem.of(query.error.value) : undefined)),
  }
}

/** The catalogue of the frame this component stands in, which shows it once it is there. */
export function useCatalogue(): Catalogue {
  const catalogue = inject(CATALOGUE)?.value
  if (!catalogue) throw new Error('used before the catalogue is there')
  return catalogue
}

/** What is known of a kind of what students do. */
export const activityOf = (catalogue: Catalogue, kind: string) =>
  catalogue.activities.find((one) => one.kind === kind) ?? catalogue.activities[0]!

/** What is known of a kind of block. */
export const blockKindOf = (kinds: Catalogue['block_kinds'], kind: Schemas['BlockKind']) =>
  kinds.find((one) => one.kind === kind)!

/** The endings of files, as a file chooser wants them: ".md,.txt". */
export const accepted = (endings: readonly string[]) => endings.map((one) => `.${one}`).join(',')
