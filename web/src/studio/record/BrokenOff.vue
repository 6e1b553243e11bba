<script setup lang="ts">
import { ask, client, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'

/** A take that was broken off: what came before is there, and can be kept. */
const props = defineProps<{ take: Schemas['Take'] }>()
const lesson = useLesson()

async function keep() {
  const path = { take: props.take.id }
  try {
    await ask(client.POST('/api/takes/{take}/finish', { params: { path } }))
    await lesson.refresh()
  } catch (fault) {
    lesson.report(fault)
  }
}
</script>

<template>
  <section class="rounded-panel border border-ochre bg-white px-4 py-3">
    <p class="font-bold">Take {{ take.number }} was broken off</p>
    <p class="text-[14px]">The recording was broken off. What came before is here.</p>
    <button class="button mt-2" type="button" @click="keep">Keep it as a take</button>
  </section>
</template>
