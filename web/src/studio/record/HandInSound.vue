<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { Problem } from '@/api/client'
import { useLesson } from '@/api/lesson'

/** A sound file instead of a recording; it becomes a take. */
const emit = defineEmits<{ begun: [] }>()
const lesson = useLesson()
const router = useRouter()
const handing = ref(false)

async function handIn(event: Event) {
  const input = event.target as HTMLInputElement
  const sound = input.files?.[0]
  if (!sound) return
  emit('begun')
  handing.value = true
  try {
    const body = new FormData()
    body.append('sound', sound)
    const answer = await fetch(`/api/lessons/${lesson.id.value}/takes/file`, { method: 'POST', body })
    if (!answer.ok) throw Problem.from(answer.status, await answer.json().catch(() => undefined))
    await lesson.refresh()
    await router.push({ name: 'sync' })
  } catch (fault) {
    lesson.report(fault)
  } finally {
    input.value = ''
    handing.value = false
  }
}
</script>

<template>
  <label class="button cursor-pointer">
    {{ handing ? 'Reading the file …' : 'Hand in a sound file instead' }}
    <input class="sr-only" type="file" accept="audio/*,.wav,.mp3,.m4a,.ogg,.webm,.flac" @change="handIn" />
  </label>
</template>
