<script setup lang="ts">
import { clock } from '@/parts/words'
import type { Player } from '@/stage/player'

/** Playing, going back a sentence, and the speed. */
defineProps<{ player: Player; seconds: number }>()
</script>

<template>
  <div class="flex items-center gap-3">
    <button class="button button-main min-w-[92px]" type="button" @click="player.toggle()">
      {{ player.playing.value ? 'Stop' : 'Play' }}
    </button>
    <button class="button" type="button" @click="player.back()">Back a sentence</button>
    <span class="tabular-nums"
      ><strong :data-time="player.time.value">{{ clock(player.time.value, true) }}</strong>
      <span class="ml-1 text-quiet">of {{ clock(seconds) }}</span></span
    >
    <span v-if="player.fault.value" role="alert" class="text-signal">{{ player.fault.value }}</span>
    <span class="ml-auto flex items-center gap-2 text-[13px] text-quiet">
      Speed
      <button
        class="button min-h-[30px] px-2"
        type="button"
        aria-label="Slower"
        @click="player.changeSpeed(-1)"
      >
        −
      </button>
      {{ player.speed.value }} ×
      <button
        class="button min-h-[30px] px-2"
        type="button"
        aria-label="Faster"
        @click="player.changeSpeed(1)"
      >
        +
      </button>
    </span>
  </div>
</template>
