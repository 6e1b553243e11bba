<script setup lang="ts">
import { ask, client, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'
import ProgressTrail from '@/parts/ProgressTrail.vue'

/** Long work that is under way: what it is at, how far it is, and a way to stop it. */
const props = defineProps<{ job: Schemas['Job'] }>()
const lesson = useLesson()

async function cancel() {
  const path = { job: props.job.id }
  try {
    await ask(client.POST('/api/jobs/{job}/cancel', { params: { path } }))
    await lesson.refresh()
  } catch (fault) {
    lesson.report(fault)
  }
}
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
    <button class="button" type="button" @click="cancel">Stop this work</button>
  </section>
</template>
