<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { BookOpen, ChevronUp } from '@lucide/vue'
import { computed } from 'vue'
import type { Command, Schemas } from '@/api/client'
import SpanField from './SpanField.vue'

/** Which reading is worked on, where there are several; what each is for, and which words it goes over. */
const props = defineProps<{
  readings: readonly Schemas['Reading'][]
  span: Schemas['Span'] | undefined
  send: (command: Command) => Promise<boolean>
}>()
const reading = defineModel<string>({ required: true })
const NAMES = ['For the story', 'For how it is made', 'With echo', 'Once more']
const current = computed(() => props.readings.find((one) => one.id === reading.value))

async function add() {
  // The first reading gets a name of its own as soon as there is a second.
  if (!props.readings.length)
    await props.send({ kind: 'keep reading', reading: { id: '', name: NAMES[0]!, purpose: '' } })
  const name = NAMES[props.readings.length] ?? `Reading ${props.readings.length + 1}`
  await props.send({
    kind: 'keep reading',
    reading: { id: '', name, purpose: '', stretch: props.span ?? null },
  })
  reading.value = props.readings[props.readings.length - 1]?.id ?? ''
}
function change(part: Partial<Schemas['Reading']>) {
  if (current.value) void props.send({ kind: 'keep reading', reading: { ...current.value, ...part } })
}
function remove() {
  void props.send({ kind: 'remove reading', id: reading.value })
  reading.value = ''
}
const value = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <button v-if="!readings.length" class="button ml-1 whitespace-nowrap" type="button" @click="add">
    <BookOpen :size="15" aria-hidden="true" /> Read it twice
  </button>
  <Popover v-else as="div" class="relative">
    <PopoverButton class="button ml-1 max-w-[220px] whitespace-nowrap">
      <BookOpen :size="15" class="shrink-0" aria-hidden="true" />
      <span class="truncate">{{ current?.name ?? 'All readings' }}</span>
      <ChevronUp :size="15" class="shrink-0" aria-hidden="true" />
    </PopoverButton>
    <Teleport to="body">
      <PopoverPanel
        class="panel fixed right-6 bottom-[84px] z-30 flex w-[380px] flex-col gap-3 p-4 text-[14px]"
      >
        <div role="radiogroup" aria-label="The reading that is worked on" class="flex flex-col gap-1">
          <button
            v-for="one in [{ id: '', name: 'All readings' }, ...readings]"
            :key="one.id"
            class="rounded-small px-3 py-1.5 text-left"
            :class="reading === one.id ? 'bg-lake-pale font-semibold' : 'hover:bg-mist'"
            type="button"
            role="radio"
            :aria-checked="reading === one.id"
            @click="reading = one.id"
          >
            {{ one.name }}
          </button>
        </div>
        <template v-if="current">
          <label class="flex flex-col gap-0.5 text-[13px] text-quiet">
            Its name
            <input
              class="field text-[14px] text-ink"
              :value="current.name"
              @change="change({ name: value($event) })"
            />
          </label>
          <label class="flex flex-col gap-0.5 text-[13px] text-quiet">
            What we read for now
            <input
              class="field text-[14px] text-ink"
              :value="current.purpose"
              @change="change({ purpose: value($event) })"
            />
          </label>
          <SpanField
            single
            label="The words it goes over (none: all of them)"
            :model-value="current.stretch ? [current.stretch] : []"
            @update:model-value="(spans) => change({ stretch: spans[0] ?? null })"
          />
        </template>
        <p v-else class="text-[13px] text-quiet">
          Marks and pause points that you add now belong to every reading.
        </p>
        <div class="flex gap-4 border-t border-hairline pt-3">
          <button class="font-semibold text-lake hover:underline" type="button" @click="add">
            Another reading
          </button>
          <button
            v-if="current"
            class="ml-auto font-semibold text-quiet hover:underline"
            type="button"
            @click="remove"
          >
            Remove this reading
          </button>
        </div>
      </PopoverPanel>
    </Teleport>
  </Popover>
</template>
