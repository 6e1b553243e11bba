<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { clock } from '@/parts/words'
import type { Phase } from '@/recording/takeRecording'
import type { GuidePlace } from '../guidePlaces'
import { deskTrail } from './deskTrail'

/** The foot of the desk: the way through the lesson, what can always be done, and whether all is well; before a take, what
 * begins it (the slot). */
const props = defineProps<{
  phase: Phase
  rehearsing: boolean
  places: readonly GuidePlace[]
  at: number
  /** The guide has come to the end of its place. */
  waits: boolean
  /** The word that was lit last. */
  lit: string
  /** The words from which on something was read again, and what the last one begins. */
  agains: readonly { word: string; text: string }[]
  /** A sentence can be read again. */
  canAgain: boolean
  /** The light stands still until it is let go on; nothing where no light leads. */
  holds: boolean | undefined
  /** The stage is close to something; there is something to come closer to. */
  close: boolean
  canCome: boolean
  canUndo: boolean
  /** It is too loud; nothing has been heard so far. */
  clipped: boolean
  unheard: boolean
  /** Seconds of sound that are still on their way, and that the server has. */
  unsent: number
  safe: number
}>()
defineEmits<{ go: [by: number]; again: []; hold: []; closer: []; undo: [] }>()

const BUTTON =
  'flex min-h-[34px] items-center gap-1.5 rounded-panel border border-hairline bg-white px-2.5 text-[13px] font-semibold whitespace-nowrap hover:border-moss disabled:opacity-50 aria-pressed:border-moss aria-pressed:bg-moss-pale'
/** What is pressed most, also by a finger. */
const GO = 'min-h-[44px] px-4'
const STONE = 11
const HEIGHT = 26

const holder = ref<HTMLElement>()
const { width } = useElementSize(holder)
const trail = computed(() => deskTrail(props.places))
const walked = computed(() => trail.value.at(props.at, props.lit))
const x = (share: number) => 7 + share * Math.max(0, width.value - 14)
const y = (share: number) => HEIGHT / 2 + 5 * Math.sin(share * 9)
const stones = computed(() => {
  const count = Math.max(2, Math.floor(width.value / STONE))
  return Array.from({ length: count }, (_, n) => n / (count - 1))
})
/** The cards and questions along the way. */
const stops = computed(() =>
  props.places.flatMap((one, n) => (one.signpost || !one.words.length ? [trail.value.starts[n]!] : [])),
)
const taken = computed(() =>
  props.agains.flatMap(({ word }) => {
    const place = props.places.findIndex((one) => one.words.some(({ id }) => id === word))
    return place < 0 ? [] : [trail.value.at(place, word)]
  }),
)
const last = computed(() => props.agains[props.agains.length - 1]?.text ?? '')
const isRunning = computed(() => props.phase === 'recording' || props.phase === 'paused')
const sounds = computed(() => {
  if (props.clipped) return 'Too loud: a little further away.'
  return props.phase === 'paused' ? 'Paused.' : 'Sound is good.'
})
</script>

<template>
  <section class="panel px-4 pt-2 pb-3" aria-label="At the desk">
    <div ref="holder" class="h-[26px] min-w-0">
      <svg
        class="block w-full"
        :height="HEIGHT"
        role="img"
        :aria-label="`Step ${at + 1} of ${places.length}: pages, cards and questions`"
      >
        <circle
          v-for="share in stones"
          :key="share"
          :cx="x(share)"
          :cy="y(share)"
          r="2.6"
          :fill="share <= walked ? 'var(--color-moss)' : 'var(--color-hairline)'"
        />
        <circle
          v-for="share in stops"
          :key="`s${share}`"
          :cx="x(share)"
          :cy="y(share)"
          r="6"
          :fill="share < walked ? 'var(--color-lake)' : 'white'"
          stroke="var(--color-lake)"
          stroke-width="2"
        />
        <circle
          v-for="(share, n) in taken"
          :key="`a${n}`"
          :cx="x(share)"
          :cy="y(share)"
          r="6"
          fill="var(--color-ochre)"
        />
        <circle :cx="x(walked)" :cy="y(walked)" r="7" fill="var(--color-signal)" />
      </svg>
    </div>
    <div class="mt-1 flex flex-wrap items-center gap-1.5">
      <nav aria-label="Through the lesson" class="flex gap-1.5">
        <button :class="[BUTTON, GO]" type="button" :disabled="at === 0" @click="$emit('go', -1)">
          Back <kbd class="key">←</kbd>
        </button>
        <button
          :class="[BUTTON, GO, waits ? 'border-moss bg-moss text-white' : '']"
          type="button"
          :disabled="at >= places.length - 1"
          :title="waits ? 'The guide waits here. Go on when you are ready.' : ''"
          @click="$emit('go', 1)"
        >
          Next <kbd class="key" :class="waits ? 'text-ink' : ''">→</kbd>
        </button>
      </nav>
      <span v-if="phase === 'idle' && !rehearsing" class="px-1 text-[13px] text-quiet"
        >Step {{ at + 1 }} of {{ places.length }}</span
      >
      <button v-if="canAgain" :class="BUTTON" type="button" @click="$emit('again')">
        Again from this sentence <kbd class="key">⌫</kbd>
      </button>
      <button
        v-if="holds !== undefined"
        :class="BUTTON"
        type="button"
        :aria-label="holds ? 'Let the light go on' : 'The light waits while I talk'"
        :aria-pressed="holds"
        @click="$emit('hold')"
      >
        {{ holds ? 'Light go on' : 'Light waits' }} <kbd class="key">H</kbd>
      </button>
      <button
        v-if="close || canCome"
        :class="BUTTON"
        type="button"
        :aria-label="close ? 'The whole page again' : 'Come closer'"
        @click="$emit('closer')"
      >
        {{ close ? 'Whole page' : 'Closer' }} <kbd class="key">Z</kbd>
      </button>
      <span
        v-if="phase !== 'idle' || rehearsing"
        class="flex min-h-[34px] items-center gap-1.5 px-1 text-[13px] font-semibold whitespace-nowrap text-quiet"
        title="Hold the key, or drag a finger over the page"
        >Point: hold <kbd class="key">P</kbd></span
      >
      <button
        v-if="canUndo"
        :class="BUTTON"
        type="button"
        aria-label="Undo the last step"
        @click="$emit('undo')"
      >
        Undo <kbd class="key">U</kbd>
      </button>
      <slot v-if="phase === 'idle' && !rehearsing" />
      <p v-else class="ml-auto text-right text-[13px] leading-tight text-quiet" aria-live="polite">
        <template v-if="phase === 'opening'">
          Waiting for the microphone. Your browser may ask<br />whether Word Trail can use it: allow it.
        </template>
        <template v-else-if="phase === 'counting'">Read when the count is over.</template>
        <span v-else-if="unheard" role="alert" class="text-signal">
          Nothing is heard so far. Is this the right microphone,<br />and is it switched on?
        </span>
        <span v-else-if="unsent > 3" role="alert" class="text-signal">
          The last {{ unsent }} seconds are still on their way.<br />They are kept on this computer until they
          arrive.
        </span>
        <template v-else-if="isRunning">
          <span v-if="last" class="block text-ochre-deep">again from “{{ last }}”</span>
          <strong v-else class="block" :class="clipped ? 'text-signal' : 'text-moss'">{{ sounds }}</strong>
          Safe on the server up to {{ clock(safe) }}
        </template>
        <template v-else-if="rehearsing">A rehearsal: no sound is kept.</template>
      </p>
    </div>
  </section>
</template>
