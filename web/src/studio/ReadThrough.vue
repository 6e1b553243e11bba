<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { ask, client } from '@/api/client'
import { useLesson } from '@/api/lesson'

/** What does not come out as it was planned, each with the way to where it is mended. */
const lesson = useLesson()
const found = useQuery({
  queryKey: computed(() => [
    'read-through',
    lesson.id.value,
    lesson.view.value.revision,
    lesson.view.value.take_in_use,
  ]),
  queryFn: () =>
    ask(client.GET('/api/lessons/{lesson}/read-through', { params: { path: { lesson: lesson.id.value } } })),
  placeholderData: (before) => before,
  retry: false,
})
const findings = computed(() => found.data.value?.findings ?? [])
const DEEDS = { sync: 'Look at it in Sync', plan: 'Change the plan' }
</script>

<template>
  <Disclosure
    v-if="findings.length"
    v-slot="{ open }"
    as="section"
    class="rounded-panel border border-ochre bg-white"
    aria-label="Read-through"
  >
    <DisclosureButton class="flex min-h-[44px] w-full items-center gap-3 px-4 py-2 text-left">
      <span class="min-w-0 flex-1"
        ><b>{{ findings.length === 1 ? 'One thing' : `${findings.length} things` }} to look at first</b>
        <span v-if="!open" class="text-quiet"> · {{ findings[0]!.sentence }}</span></span
      >
      <ChevronDown
        :size="18"
        class="transition-transform motion-reduce:transition-none"
        :class="open ? 'rotate-180' : ''"
        aria-hidden="true"
      />
    </DisclosureButton>
    <DisclosurePanel as="ul" class="max-h-[240px] overflow-y-auto border-t border-hairline px-4 py-1">
      <li
        v-for="one in findings"
        :key="`${one.sentence} ${one.at}`"
        class="flex items-center gap-3 border-b border-hairline py-1.5 last:border-0"
      >
        <span class="min-w-0 flex-1">{{ one.sentence }}</span>
        <RouterLink
          class="button min-h-[32px] text-[14px]"
          :to="{
            name: one.remedy,
            params: { id: lesson.id.value },
            query: one.at === null ? {} : { at: String(one.at) },
          }"
          >{{ DEEDS[one.remedy] }}</RouterLink
        >
      </li>
    </DisclosurePanel>
  </Disclosure>
</template>
