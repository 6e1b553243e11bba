<script setup lang="ts">
import { Check } from '@lucide/vue'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { useKeys } from '@/parts/keys'
import type { Offer } from './offers'

type Suggestion = Schemas['Suggestion']

/** What the text offers to mark, teach and stop at on this page; one press takes it. */
const props = defineProps<{
  offers: readonly Offer[]
  textOf: (first: string, last: string) => string
}>()
const emit = defineEmits<{ take: [one: Suggestion]; see: [one: Suggestion]; close: [] }>()
const kind = defineModel<string>('kind', { required: true })
const kinds = computed(() => {
  const counts = new Map<string, number>()
  for (const { suggestion: one } of props.offers)
    counts.set(one.detector, (counts.get(one.detector) ?? 0) + 1)
  return [...counts].map(([name, count]) => ({ name, count }))
})
const suggestions = computed(() => props.offers.map((one) => one.suggestion))
/** The kind that is looked at, where this page has any of it. */
const wanted = computed(() => kinds.value.find((one) => one.name === kind.value)?.name ?? '')
const shown = computed(() =>
  suggestions.value.filter((one) => !wanted.value || one.detector === wanted.value),
)
const has = computed(() => new Set(props.offers.filter((one) => one.taken).map((one) => one.suggestion.id)))
const taken = (one: Suggestion) => has.value.has(one.id)
/** The one that the arrow keys have come to; T takes it. */
const at = ref(0)
const current = computed(() => shown.value[Math.min(at.value, shown.value.length - 1)])
const list = ref<HTMLElement>()
watch(kind, () => (at.value = 0))
function step(by: number) {
  at.value = Math.min(Math.max(at.value + by, 0), shown.value.length - 1)
  if (current.value) emit('see', current.value)
  list.value?.children[at.value]?.scrollIntoView({ block: 'nearest' })
}
useKeys({
  arrowdown: () => step(1),
  arrowup: () => step(-1),
  t: () => {
    if (current.value && !taken(current.value)) emit('take', current.value)
    step(1)
  },
})
const DEED: Record<string, string> = { mark: 'Mark it', card: 'Make a card', pause: 'Pause here' }
</script>

<template>
  <section class="flex min-h-0 flex-col" aria-label="Suggestions">
    <div class="mb-2 flex items-center gap-2">
      <h2 class="font-bold">Suggestions</h2>
      <select v-model="kind" class="field ml-auto text-[13px]" aria-label="Kind of suggestion">
        <option value="">everything</option>
        <option v-for="one in kinds" :key="one.name" :value="one.name">
          {{ one.name }} ({{ one.count }})
        </option>
      </select>
      <button class="button" type="button" @click="emit('close')">Close</button>
    </div>
    <p v-if="!shown.length" class="text-quiet">Nothing was found on this page.</p>
    <p v-if="shown.length" class="mb-1 text-[13px] text-quiet">
      <kbd class="key">↓</kbd> <kbd class="key">↑</kbd> go through them, <kbd class="key">T</kbd> takes one.
    </p>
    <ul ref="list" class="flex min-h-0 flex-1 flex-col gap-1.5 overflow-y-auto pr-1">
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
      <li
        v-for="one in shown"
        :key="one.id"
        class="rounded-small border bg-white px-2.5 py-1.5"
        :class="one === current ? 'border-lake' : 'border-hairline'"
        @mouseenter="emit('see', one)"
        @focusin="emit('see', one)"
      >
        <p class="truncate font-passage text-[15px]">{{ textOf(one.first, one.last) }}</p>
        <div class="flex items-start gap-2 text-[13px]">
          <p class="min-w-0 flex-1 text-quiet">{{ one.reason }}</p>
          <span v-if="taken(one)" class="flex shrink-0 items-center gap-1 text-moss">
            <Check :size="14" aria-hidden="true" /> taken
          </span>
          <button
            v-else
            class="shrink-0 font-semibold text-lake hover:underline"
            type="button"
            :aria-label="`${DEED[one.offer]}: ${textOf(one.first, one.last)}`"
            @click="emit('take', one)"
          >
            {{ DEED[one.offer] }}
          </button>
        </div>
      </li>
    </ul>
  </section>
</template>
