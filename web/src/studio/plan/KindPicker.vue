<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { computed } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'

/** What students do at a pause point: the kinds there are, in groups, and a line on the chosen one. */
const chosen = defineModel<string>({ required: true })
const kinds = useCatalogue().activities
const groups = computed(() => {
  const found = new Map<string, Schemas['ActivityKind'][]>()
  for (const one of kinds) found.set(one.group, [...(found.get(one.group) ?? []), one])
  return [...found].map(([name, own]) => ({ name, own }))
})
const does = computed(() => kinds.find((one) => one.kind === chosen.value)?.does ?? '')
</script>

<template>
  <RadioGroup v-model="chosen" class="text-[13px]">
    <RadioGroupLabel class="sr-only">What students do</RadioGroupLabel>
    <div v-for="group in groups" :key="group.name" class="mb-1 flex items-baseline gap-1">
      <span class="w-[76px] shrink-0 text-[12px] leading-tight text-quiet" aria-hidden="true">{{
        group.name
      }}</span>
      <div class="flex flex-wrap gap-1">
        <RadioGroupOption
          v-for="one in group.own"
          :key="one.kind"
          v-slot="{ checked }"
          :value="one.kind"
          :title="one.does"
          class="cursor-pointer rounded-small"
        >
          <span
            class="block rounded-small border px-2 py-[3px]"
            :class="checked ? 'border-moss bg-moss text-white' : 'border-hairline bg-white hover:border-moss'"
            >{{ one.name }}</span
          >
        </RadioGroupOption>
      </div>
    </div>
    <p class="text-quiet">{{ does }}</p>
  </RadioGroup>
</template>
