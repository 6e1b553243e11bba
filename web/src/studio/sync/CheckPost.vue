<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { clock } from '@/parts/words'
import EarlierLater from './EarlierLater.vue'
import { isSamePlace, type Place } from './syncRows'

const props = defineProps<{
  place: Place
  words: ReadonlyMap<string, string>
  checks: readonly Schemas['Check'][]
  /** How the teacher says this word, if she respelled it. */
  respelling: string
  /** Where the sound stands, in seconds. */
  now: number
  /** Whether a hand has placed this word where the ear had not found it. */
  placed?: boolean
}>()
const emit = defineEmits<{
  hear: []
  nudge: [by: number]
  next: []
  here: []
  fine: [checks: Schemas['Check'][]]
  respell: [said: string]
  again: []
  read: []
  unplace: []
}>()
const said = ref('')
watch(
  () => [props.place.word, props.respelling],
  () => (said.value = props.respelling),
  { immediate: true },
)
const number = computed(() => props.checks.findIndex((check) => isSamePlace(check, props.place)))
const check = computed(() => props.checks[number.value])
const alike = computed(() => props.checks.filter((one) => one.alike === check.value?.alike))
/** A word that nobody said in this take has no moment that could be moved. */
const isHeard = computed(() => check.value?.kind !== 'changed' && check.value?.kind !== 'left out')

/* Enter says that a place is fine, as soon as it is shown. */
const fine = useTemplateRef<HTMLButtonElement>('fine')
watch(
  () => check.value && `${check.value.word}@${check.value.found}`,
  (asks) => asks && void nextTick(() => fine.value?.focus({ preventScroll: true })),
  { immediate: true },
)
</script>

<template>
  <article class="shrink-0 overflow-hidden rounded-panel border border-hairline bg-white" aria-live="polite">
    <h2 class="flex items-center gap-2 px-3 py-2 text-white" :class="check ? 'bg-signal' : 'bg-moss'">
      <span class="min-w-0 truncate font-bold">“{{ words.get(place.word) }}”</span>
      <span v-if="check" class="text-[13px] whitespace-nowrap">{{
        checks.length === 1 ? 'the last to check' : `${checks.length} to check`
      }}</span>
      <span class="ml-auto tabular-nums">{{ clock(place.start, true) }}</span>
    </h2>
    <div class="flex flex-col gap-2 p-3">
      <p v-if="check" class="text-[14px]">{{ check.why }}</p>
      <div class="flex gap-2">
        <button class="button flex-1" type="button" @click="emit('hear')">Hear it</button>
        <button
          v-if="check"
          ref="fine"
          class="button button-main flex-1 whitespace-nowrap"
          type="button"
          @click="emit('fine', [check])"
        >
          It is fine <kbd class="key text-ink">Enter</kbd>
        </button>
      </div>
      <button v-if="alike.length > 1" class="button" type="button" @click="emit('fine', alike)">
        All {{ alike.length }} like it are fine
      </button>
      <template v-if="isHeard">
        <EarlierLater :step="0.01" @nudge="(by) => emit('nudge', by)" />
        <button class="button" type="button" title="Where the sound stands now" @click="emit('here')">
          It begins at {{ clock(now, true) }}
        </button>
      </template>
      <button v-else-if="check?.kind === 'changed'" class="button" type="button" @click="emit('again')">
        Find the words again
      </button>
      <button
        v-if="check?.kind === 'left out' || check?.kind === 'misread'"
        class="button"
        type="button"
        @click="emit('read')"
      >
        It was read: tap it
      </button>
      <button v-if="placed" class="button" type="button" @click="emit('unplace')">
        Take back what I placed
      </button>
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
      <button v-if="checks.length > (check ? 1 : 0)" class="button" type="button" @click="emit('next')">
        {{ check ? 'Leave it, next place' : 'Next place to check' }} <kbd class="key">N</kbd>
      </button>
    </div>
  </article>
</template>
