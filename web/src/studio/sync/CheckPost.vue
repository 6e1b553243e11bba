<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { clock, quoted } from '@/parts/words'
import type { Span } from '@/stage/player'
import EarlierLater from './EarlierLater.vue'
import OtherReadings from './OtherReadings.vue'
import { REPAIR, type Repair } from './repairs'
import { isSamePlace, type Place } from './syncRows'

/** The chosen word, or several: why it is to be checked, what mends it, and when it lights. */
const props = defineProps<{
  place: Place
  words: ReadonlyMap<string, string>
  checks: readonly Schemas['Check'][]
  /** How the teacher says this word, if she respelled it. */
  respelling: string
  /** Where the sound stands, in seconds. */
  now: number
  /** Whether a hand has placed this word. */
  placed?: boolean
  /** Whether the next word that lights is the same again. */
  twice?: boolean
  /** How many words are chosen together. */
  chosen?: number
  take?: string
  /** From when to when what is chosen is said. */
  span?: Span | undefined
}>()
const emit = defineEmits<{
  hear: []
  nudge: [by: number]
  next: []
  here: []
  fine: [checks: Schemas['Check'][]]
  purpose: []
  mend: [repair: Repair, check: Schemas['Check']]
  respell: [said: string]
  find: []
  unplace: []
  cut: []
  loop: []
  listen: []
  along: []
  talk: []
  desk: []
  silence: [beep: boolean]
  split: []
  join: []
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
const several = computed(() => (props.chosen ?? 0) > 1)
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
      <span class="min-w-0 truncate font-bold">{{
        several ? `${chosen} words` : quoted(words.get(place.word))
      }}</span>
      <span v-if="check" class="text-[13px] whitespace-nowrap">{{
        checks.length === 1 ? 'the last to check' : `${checks.length} to check`
      }}</span>
      <span class="ml-auto tabular-nums">{{ clock(place.start, true) }}</span>
    </h2>
    <div class="flex flex-col gap-2 p-3">
      <p v-if="check" class="text-[14px]">{{ check.why }}</p>
      <div class="flex gap-2">
        <button class="button flex-1" type="button" @click="emit('hear')">Hear it</button>
        <button class="button flex-1" type="button" title="Over and over" @click="emit('loop')">
          Loop <kbd class="key">L</kbd>
        </button>
      </div>
      <template v-if="check">
        <button
          ref="fine"
          class="button button-main justify-between"
          type="button"
          @click="emit('fine', [check])"
        >
          It is fine <kbd class="key text-ink">Enter</kbd>
        </button>
        <button
          v-for="(repair, i) in check.repairs"
          :key="repair"
          class="button justify-between"
          type="button"
          @click="emit('mend', repair, check)"
        >
          {{ REPAIR[repair] }} <kbd class="key">{{ i + 1 }}</kbd>
        </button>
        <button v-if="alike.length > 1" class="button" type="button" @click="emit('fine', alike)">
          All {{ alike.length }} like it are fine
        </button>
        <button
          class="button justify-between"
          type="button"
          title="Nothing in it is asked about again"
          @click="emit('purpose')"
        >
          {{ several ? `All ${chosen} words are on purpose` : 'The whole line is on purpose' }}
          <kbd class="key">P</kbd>
        </button>
      </template>
      <template v-if="isHeard">
        <EarlierLater :step="0.01" @nudge="(by) => emit('nudge', by)" />
        <button
          v-if="!several"
          class="button"
          type="button"
          title="Where the sound stands now"
          @click="emit('here')"
        >
          It begins at {{ clock(now, true) }}
        </button>
        <Disclosure :key="check ? 'check' : 'word'" :default-open="!check">
          <DisclosureButton
            v-if="check"
            class="min-h-[24px] text-left text-[14px] font-semibold text-moss underline-offset-2 hover:underline"
          >
            Other ways to mend it
          </DisclosureButton>
          <DisclosurePanel>
            <div class="grid grid-cols-2 gap-2" role="group" aria-label="Mend">
              <button
                class="button button-deed"
                type="button"
                title="Listen for these words again, between the words beside them"
                @click="emit('listen')"
              >
                Listen again <kbd class="key">G</kbd>
              </button>
              <button
                class="button button-deed"
                type="button"
                title="Tap each word while you listen"
                @click="emit('along')"
              >
                Tap along <kbd class="key">A</kbd>
              </button>
              <button
                class="button button-deed"
                type="button"
                title="It was not read: it does not light"
                @click="emit('talk')"
              >
                Is talk <kbd class="key">K</kbd>
              </button>
              <button
                class="button button-deed"
                type="button"
                title="Its sentence, at the desk: it comes into its place"
                @click="emit('desk')"
              >
                Read again <kbd class="key">D</kbd>
              </button>
              <button
                class="button button-deed"
                type="button"
                title="It lights, and is not heard"
                @click="emit('silence', false)"
              >
                Silence <kbd class="key">S</kbd>
              </button>
              <button class="button button-deed" type="button" @click="emit('silence', true)">A tone</button>
              <button class="button button-deed col-span-2" type="button" @click="emit('cut')">
                Cut {{ several ? `these ${chosen} words` : 'this word' }} <kbd class="key">X</kbd>
              </button>
            </div>
          </DisclosurePanel>
        </Disclosure>
        <OtherReadings v-if="take && span" :take="take" :span="span" />
      </template>
      <button
        v-if="!several && isHeard && now > place.start + 0.05 && now < place.end - 0.05"
        class="button"
        type="button"
        title="It lights a second time from where the sound stands"
        @click="emit('split')"
      >
        Said twice: again at {{ clock(now, true) }}
      </button>
      <button
        v-if="twice"
        class="button"
        type="button"
        title="It lights once, from the first time to the second"
        @click="emit('join')"
      >
        Said once: join the two
      </button>
      <button v-if="placed" class="button" type="button" @click="emit('unplace')">
        Set by hand: take it back
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
          <template v-if="respelling">
            <button class="button" type="button" @click="emit('listen')">Listen for its line again</button>
            <button class="button" type="button" @click="emit('find')">Find all words again with it</button>
          </template>
        </DisclosurePanel>
      </Disclosure>
      <button v-if="checks.length > (check ? 1 : 0)" class="button" type="button" @click="emit('next')">
        {{ check ? 'Leave it, next place' : 'Next place to check' }} <kbd class="key">N</kbd>
      </button>
    </div>
  </article>
</template>

<style scoped>
.button-deed {
  justify-content: space-between;
  padding-inline: 10px;
}
</style>
