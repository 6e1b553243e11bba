<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useStopping } from '@/api/stopping'
import ProgressTrail from '@/parts/ProgressTrail.vue'

/** A film on its way to the video host: how far, and a way to stop it. */
defineProps<{ job: Schemas['Job']; title: string }>()
const stop = useStopping()
</script>

<template>
  <section
    class="panel flex min-h-[56px] flex-wrap items-center gap-x-5 gap-y-1 px-4 py-2"
    :aria-label="`Sending ${title}`"
    aria-live="polite"
  >
    <h2 class="font-bold">{{ title }}</h2>
    <ProgressTrail class="min-w-[200px] flex-1" :share="job.progress" :label="job.phase || 'Waiting'" />
    <p class="min-w-[190px] text-[14px] tabular-nums text-quiet">
      {{
        job.state === 'waiting'
          ? 'waits its turn'
          : job.phase.startsWith('Waiting')
            ? 'the host does not answer; trying again'
            : `${Math.floor(job.progress * 100)} % on the host`
      }}
    </p>
    <button class="button" type="button" @click="stop(job)">Stop</button>
  </section>
</template>
