<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { useStopping } from '@/api/stopping'
import ProgressTrail from '@/parts/ProgressTrail.vue'

/** Long work that is under way: what it is at, how far it is, and a way to stop it. */
defineProps<{ job: Schemas['Job'] }>()
const stop = useStopping()
</script>

<template>
  <section
    class="panel flex min-h-[76px] flex-wrap items-center gap-x-5 gap-y-1 px-5 py-3"
    aria-live="polite"
  >
    <div class="min-w-[220px]">
      <h2 class="font-bold">{{ job.state === 'waiting' ? 'Waiting its turn' : job.phase || 'Beginning' }}</h2>
      <p class="text-[13px] text-quiet">
        <template v-if="job.phases.includes(job.phase)"
          >Step {{ job.phases.indexOf(job.phase) + 1 }} of {{ job.phases.length }},
          {{ Math.round(job.progress * 100) }} %. </template
        >You can leave this page; the work goes on.
      </p>
    </div>
    <ProgressTrail class="min-w-[260px] flex-1" :share="job.progress" :label="job.phase || 'Waiting'" />
    <button class="button" type="button" @click="stop(job)">Stop this work</button>
  </section>
</template>
