<script setup lang="ts">
import { clock } from '@/parts/words'
import type { Phase } from '@/recording/takeRecording'

/** How long a take or a rehearsal goes on; to pause it, and to end it. */
const props = defineProps<{
  phase: Phase
  time: number
  /** Seconds of the rehearsal; nothing where none is going. */
  rehearsed: number | undefined
  /** Minutes that the lesson takes at the planned pace. */
  minutes: number
}>()
defineEmits<{ stop: []; pause: []; rehearse: [] }>()

const SAYS: Record<Phase, string> = {
  opening: 'waiting for the microphone',
  counting: 'get ready',
  recording: 'recording',
  paused: 'paused',
  keeping: 'keeping it …',
  refused: 'not kept yet',
  idle: 'rehearsing',
}
const about = () => `of about ${Math.max(1, Math.round(props.minutes))} min`
</script>

<template>
  <div
    class="ml-3 flex items-center gap-3 narrow:ml-0 narrow:fixed narrow:inset-x-0 narrow:bottom-0 narrow:z-10 narrow:flex-wrap narrow:border-t narrow:border-hairline narrow:bg-mist narrow:px-3 narrow:py-2"
  >
    <p class="flex items-baseline gap-2" aria-live="off">
      <span
        class="inline-block h-3 w-3 rounded-round"
        :class="phase === 'recording' ? 'bg-signal' : 'bg-hairline'"
        aria-hidden="true"
      />
      <span class="text-[22px] font-bold tabular-nums" role="timer">{{
        clock(rehearsed ?? time, true)
      }}</span>
      <span class="text-[13px] whitespace-nowrap text-quiet">{{
        phase === 'recording' ? about() : SAYS[phase]
      }}</span>
      <span v-if="phase === 'recording'" class="sr-only">recording</span>
    </p>
    <button
      v-if="rehearsed !== undefined"
      class="button"
      type="button"
      aria-pressed="true"
      @click="$emit('rehearse')"
    >
      End the rehearsal
    </button>
    <template v-else>
      <button
        v-if="phase === 'recording' || phase === 'paused'"
        class="button"
        type="button"
        @click="$emit('pause')"
      >
        {{ phase === 'paused' ? 'Go on' : 'Pause' }} <kbd class="key">Space</kbd>
      </button>
      <button
        v-if="phase !== 'refused'"
        class="button button-main"
        type="button"
        :disabled="phase === 'keeping'"
        @click="$emit('stop')"
      >
        {{ phase === 'counting' || phase === 'opening' ? 'Not yet' : 'Stop and keep the take' }}
        <kbd class="key text-ink">R</kbd>
      </button>
    </template>
  </div>
</template>
