<script setup lang="ts">
import { computed } from 'vue'
import { clock } from '@/parts/words'
import type { Phase } from '@/recording/takeRecording'

/** Begin, pause and keep a take; what the recording is doing, and what it waits for. */
const props = defineProps<{
  phase: Phase
  time: number
  /** Seconds of the rehearsal; nothing where none is going. */
  rehearsed: number | undefined
  /** Nothing has been heard for long. */
  unheard: boolean
  /** Seconds of sound that are still on their way. */
  unsent: number
  /** Seconds of sound that the server has. */
  safe: number
}>()
defineEmits<{ start: []; stop: []; pause: []; rehearse: [] }>()

const SAYS: Record<Phase, string> = {
  opening: 'waiting for the microphone',
  counting: 'get ready',
  recording: 'recording',
  paused: 'paused',
  keeping: 'keeping it …',
  refused: 'not kept yet',
  idle: '',
}
const running = computed(() => props.phase === 'recording' || props.phase === 'paused')
const busy = computed(() => props.phase !== 'idle')
</script>

<template>
  <section
    class="mt-auto flex flex-col gap-2 narrow:fixed narrow:inset-x-0 narrow:bottom-0 narrow:z-10 narrow:flex-row narrow:flex-wrap narrow:items-center narrow:border-t narrow:border-hairline narrow:bg-mist narrow:px-3 narrow:py-2"
  >
    <p v-if="busy" class="flex items-baseline gap-2" aria-live="off">
      <span
        class="inline-block h-3 w-3 rounded-round"
        :class="phase === 'recording' ? 'bg-signal' : 'bg-hairline'"
        aria-hidden="true"
      />
      <span class="text-[26px] font-bold tabular-nums">{{ clock(time, true) }}</span>
      <span class="text-quiet">{{ SAYS[phase] }}</span>
    </p>
    <p v-if="phase === 'opening'" class="text-[14px]" role="status">
      Waiting for the microphone. Your browser may ask whether Word Trail can use it: allow it.
    </p>
    <p v-if="running && unsent <= 3" class="text-[13px] text-quiet">
      Safe on the server up to {{ clock(safe) }}
    </p>
    <p v-if="unheard" role="alert" class="text-[14px] text-signal">
      Nothing is heard so far. Is this the right microphone, and is it switched on?
    </p>
    <p v-if="unsent > 3" role="alert" class="text-[14px] text-signal">
      The last {{ unsent }} seconds are still on their way. They are kept on this computer until they arrive.
    </p>
    <button
      v-if="!busy"
      class="button button-record min-h-[48px] text-[17px]"
      type="button"
      @click="$emit('start')"
    >
      Record a take <kbd class="key text-ink">R</kbd>
    </button>
    <template v-else>
      <button v-if="running" class="button min-h-[44px]" type="button" @click="$emit('pause')">
        {{ phase === 'paused' ? 'Go on' : 'Pause' }} <kbd class="key">Space</kbd>
      </button>
      <button
        v-if="phase !== 'refused'"
        class="button button-main min-h-[44px]"
        type="button"
        :disabled="phase === 'keeping'"
        @click="$emit('stop')"
      >
        {{ phase === 'counting' || phase === 'opening' ? 'Not yet' : 'Stop and keep the take' }}
        <kbd class="key text-ink">R</kbd>
      </button>
    </template>
    <button
      v-if="!busy"
      class="button"
      type="button"
      :aria-pressed="rehearsed !== undefined"
      @click="$emit('rehearse')"
    >
      {{ rehearsed !== undefined ? `End the rehearsal · ${clock(rehearsed)}` : 'Rehearse, without sound' }}
    </button>
  </section>
</template>
