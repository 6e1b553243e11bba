<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { clock } from '@/parts/words'
import { useClipPlayer } from './clipPlayer'

/** The names of a take, each to be heard one time after another. */
const props = defineProps<{ take: string; names: Schemas['ReadingKnown']['names'] }>()
defineEmits<{ seek: [at: number] }>()
const clips = useClipPlayer()
/** Seconds of sound around a name. */
const AROUND = 0.12
const clipsOf = (times: readonly { start: number; end: number }[]) =>
  times.map(({ start, end }) => ({ start: Math.max(0, start - AROUND), end: end + AROUND }))
const isHeard = (start: number) => clips.playing.value === `${props.take} ${Math.max(0, start - AROUND)}`
</script>

<template>
  <section class="mt-2 border-t border-hairline pt-2" aria-label="Names">
    <h3 class="text-[14px] font-semibold">Names, one time after another</h3>
    <p class="text-[13px] text-quiet">
      Said in two ways, one person is two to a child. Where one differs, read its sentence again.
    </p>
    <div v-for="one in names" :key="one.name" class="mt-1 flex flex-wrap items-center gap-x-1 gap-y-1">
      <button
        class="mr-1 min-h-[24px] text-[14px] font-semibold text-lake hover:underline"
        type="button"
        @click="clips.playInTurn(take, clipsOf(one.times))"
      >
        Hear “{{ one.name }}”
      </button>
      <button
        v-for="(time, i) in one.times"
        :key="time.start"
        class="min-h-[24px] min-w-[24px] rounded-small px-1 text-[12px] tabular-nums"
        :class="isHeard(time.start) ? 'bg-moss text-white' : 'bg-mist'"
        type="button"
        :aria-label="`${one.name}, time ${i + 1} of ${one.times.length}, at ${clock(time.start)}`"
        @click="$emit('seek', time.start)"
      >
        {{ clock(time.start) }}
      </button>
    </div>
  </section>
</template>
