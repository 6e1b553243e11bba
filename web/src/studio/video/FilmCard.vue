<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { clock, megabytes } from '@/parts/words'
import FilmTrail from './FilmTrail.vue'
import type { Made } from './films'

/** One of the four films: what it is, how long, its way, and what was made of it. Choosing it plays it above. */
const props = defineProps<{
  name: string
  does: string
  planned?: Schemas['LengthOfFilm']
  made: readonly Made[]
  job?: Schemas['Job']
  shown: boolean
}>()
const emit = defineEmits<{ show: [] }>()
const wanted = defineModel<boolean>({ required: true })
const newest = computed(() => props.made[0])
const state = computed(() => {
  if (props.job) return props.job.state === 'waiting' ? 'waits its turn' : 'being made'
  if (!newest.value) return wanted.value ? 'to be made' : 'not made yet'
  return newest.value.changed ? '' : `made · ${megabytes(newest.value.size)}`
})
</script>

<template>
  <article
    class="panel flex min-w-0 flex-col gap-1 p-3"
    :class="shown ? 'border-moss outline outline-1 outline-moss' : ''"
    :aria-label="name"
  >
    <button class="rounded-small text-left" type="button" :aria-pressed="shown" @click="emit('show')">
      <span class="flex items-baseline gap-2">
        <b class="min-w-0 flex-1 truncate">{{ name }}</b>
        <span class="text-[14px] tabular-nums text-quiet">{{ planned ? clock(planned.seconds) : '…' }}</span>
      </span>
      <span class="mt-0.5 block text-[13px] leading-[17px]">{{ does }}</span>
    </button>
    <FilmTrail v-if="planned" :trail="planned.trail" class="mt-auto" aria-hidden="true" />
    <label class="flex min-h-[24px] items-center gap-2 text-[13px]">
      <input v-model="wanted" type="checkbox" class="size-4 shrink-0" :aria-label="`Make ${name}`" />
      <span v-if="newest?.changed && !job" class="min-w-0 font-semibold text-ochre-deep">{{
        newest.changed === 'something' ? 'older than the lesson' : `since: ${newest.changed}`
      }}</span>
      <span v-else :class="newest && !job ? 'font-semibold text-moss' : 'text-quiet'">{{ state }}</span>
    </label>
  </article>
</template>
