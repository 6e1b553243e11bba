<script setup lang="ts">
import type { Command, Schemas } from '@/api/client'
import { useDraft } from '@/parts/draft'
import ChoicePills from '@/parts/ChoicePills.vue'

/** Where a page begins: its labels in both editions, and how it is shown. */
const props = defineProps<{
  page: Schemas['Page']
  number: number
  send: (command: Command) => Promise<boolean>
}>()
const { draft, keep } = useDraft(
  () => ({ printed: props.page.label, screen: props.page.screen_label }),
  ({ printed, screen }) => props.send({ kind: 'label page', page: props.page.id, printed, screen }),
)
function label() {
  const { printed, screen } = draft.value
  if (printed.trim() !== props.page.label || screen.trim() !== props.page.screen_label) void keep()
}
const WAYS = [
  { value: false, name: 'Typeset' },
  { value: true, name: 'As the photo' },
]
</script>

<template>
  <div
    class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-hairline bg-mist/60 px-3 py-1.5 text-[13px]"
  >
    <h3 class="font-bold">Page {{ number }}</h3>
    <label class="flex items-center gap-1.5"
      >in the book
      <input
        v-model="draft.printed"
        class="field h-[26px] w-[64px]! px-2 py-0 text-[13px]"
        maxlength="12"
        placeholder="p."
        @change="label"
      />
    </label>
    <label class="flex items-center gap-1.5"
      >on the screen
      <input
        v-model="draft.screen"
        class="field h-[26px] w-[64px]! px-2 py-0 text-[13px]"
        maxlength="12"
        placeholder="p."
        @change="label"
      />
    </label>
    <ChoicePills
      v-if="page.photo"
      small
      label="shown"
      :choices="WAYS"
      :model-value="page.as_photo ?? false"
      @update:model-value="send({ kind: 'show page', page: page.id, as_photo: $event })"
    />
    <button
      v-if="number > 1 && !page.photo"
      class="ml-auto min-h-[24px] rounded-small px-1 text-lake underline"
      type="button"
      @click="send({ kind: 'join page', page: page.id })"
    >
      Join with page {{ number - 1 }}
    </button>
  </div>
</template>
