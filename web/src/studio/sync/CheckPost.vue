<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { computed, ref, watch } from 'vue'
import { clock } from '@/parts/words'
import EarlierLater from './EarlierLater.vue'
import type { Place } from './syncRows'

const props = defineProps<{
  place: Place
  words: ReadonlyMap<string, string>
  checks: readonly Place[]
  /** How the teacher says this word, if she respelled it. */
  respelling: string
}>()
const emit = defineEmits<{
  hear: []
  nudge: [by: number]
  next: []
  here: []
  respell: [said: string]
  again: []
}>()
const said = ref('')
watch(
  () => [props.place.word, props.respelling],
  () => (said.value = props.respelling),
  { immediate: true },
)
const number = computed(() =>
  props.checks.findIndex(
    (check) => check.word === props.place.word && Math.abs(check.found - props.place.found) < 1e-3,
  ),
)
const asks = computed(() => number.value >= 0)
</script>

<template>
  <article class="shrink-0 overflow-hidden rounded-panel border border-hairline bg-white" aria-live="polite">
    <h2 class="flex items-center px-3 py-2 text-white" :class="asks ? 'bg-signal' : 'bg-moss'">
      <span class="font-bold"
        >“{{ words.get(place.word) }}”<template v-if="asks">
          · place {{ number + 1 }} of {{ checks.length }}</template
        ></span
      >
      <span class="ml-auto tabular-nums">{{ clock(place.start, true) }}</span>
    </h2>
    <div class="flex flex-col gap-2 p-3">
      <p v-if="place.why" class="text-[14px]">{{ place.why }}</p>
      <button class="button" type="button" @click="$emit('hear')">Hear it</button>
      <EarlierLater :step="0.01" @nudge="(by) => $emit('nudge', by)" />
      <button class="button" type="button" @click="$emit('here')">It begins where I stopped</button>
      <Disclosure :key="place.word" :default-open="!!respelling">
        <DisclosureButton
          class="text-left text-[14px] font-semibold text-moss underline-offset-2 hover:underline"
        >
          How is this word said?
        </DisclosureButton>
        <DisclosurePanel as="form" class="flex flex-col gap-2" @submit.prevent="emit('respell', said)">
          <label class="text-[13px] text-quiet" for="respelling"
            >In syllables, as you would spell it for a friend: <span lang="en">oh-KAH-for</span></label
          >
          <div class="flex gap-2">
            <input
              id="respelling"
              v-model="said"
              class="field min-w-0 flex-1"
              maxlength="60"
              autocomplete="off"
            />
            <button class="button" type="submit" :disabled="said.trim() === respelling">Keep</button>
          </div>
          <button v-if="respelling" class="button" type="button" @click="emit('again')">
            Find the words again with it
          </button>
        </DisclosurePanel>
      </Disclosure>
      <button v-if="checks.length" class="button" type="button" @click="$emit('next')">
        Next place to check <kbd class="key">N</kbd>
      </button>
    </div>
  </article>
</template>
