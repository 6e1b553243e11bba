<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { useStopping } from '@/api/stopping'
import ProgressTrail from '@/parts/ProgressTrail.vue'
import { clock, lasts } from '@/parts/words'
import { filmOf, nameOf } from './films'

/** A film that is being made: what is done, how far, how long yet, and a way to stop it. */
const props = defineProps<{ job: Schemas['Job']; seconds: number; shape: string; detail: string }>()
const film = computed(() => filmOf(props.job))
const title = computed(() => {
  const kind = film.value.kind === 'mp4' ? '' : ` · ${film.value.kind.toUpperCase()}`
  return `${nameOf(film.value.version)} · ${props.shape} · ${props.detail}${kind}`
})
/** When it began to go on, and how far it was then: how long it takes yet follows. */
const begun = ref<{ at: number; share: number }>()
watch(
  () => [props.job.id, props.job.phase] as const,
  () => (begun.value = { at: performance.now(), share: props.job.progress }),
  { immediate: true },
)
const left = computed(() => {
  const since = begun.value
  const made = since ? props.job.progress - since.share : 0
  if (!since || made < 0.03) return undefined
  return ((1 - props.job.progress) * (performance.now() - since.at)) / 1000 / made
})
const says = computed(() => {
  if (props.job.state === 'waiting') return 'waits its turn'
  const drawing = props.job.phase.startsWith('Drawing')
  const far = drawing
    ? `drawing ${clock(props.job.progress * props.seconds)} of ${clock(props.seconds)}`
    : props.job.phase.toLowerCase()
  return left.value === undefined ? far : `${far} · ${lasts(Math.max(1, left.value))} left`
})
const stop = useStopping()
</script>

<template>
  <section
    class="panel flex min-h-[56px] flex-wrap items-center gap-x-5 gap-y-1 px-4 py-2"
    :aria-label="`Making ${nameOf(film.version)}`"
    aria-live="polite"
  >
    <h2 class="font-bold">{{ title }}</h2>
    <ProgressTrail class="min-w-[200px] flex-1" :share="job.progress" :label="job.phase || 'Waiting'" />
    <p class="min-w-[190px] text-[14px] tabular-nums text-quiet">{{ says }}</p>
    <button class="button" type="button" @click="stop(job)">Stop</button>
  </section>
</template>
