<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Command, Schemas } from '@/api/client'
import ChoicePills from '@/parts/ChoicePills.vue'

/** Where a page begins: its labels in both editions, and how it is shown. */
const props = defineProps<{
  page: Schemas['Page']
  number: number
  send: (command: Command) => Promise<boolean>
}>()
const printed = ref('')
const screen = ref('')
watch(
  () => props.page,
  (page) => {
    printed.value = page.label
    screen.value = page.screen_label
  },
  { immediate: true },
)
function label() {
  const { label, screen_label } = props.page
  if (printed.value.trim() === label && screen.value.trim() === screen_label) return
  void props.send({ kind: 'label page', page: props.page.id, printed: printed.value, screen: screen.value })
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
        v-model="printed"
        class="field h-[26px] w-[64px]! px-2 py-0 text-[13px]"
        maxlength="12"
        placeholder="p."
        @change="label"
      />
    </label>
    <label class="flex items-center gap-1.5"
      >on the screen
      <input
        v-model="screen"
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
      class="ml-auto rounded-small px-1 text-lake underline"
      type="button"
      @click="send({ kind: 'join page', page: page.id })"
    >
      Join with page {{ number - 1 }}
    </button>
  </div>
</template>
