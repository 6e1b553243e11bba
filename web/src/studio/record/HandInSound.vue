<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask, client, Problem } from '@/api/client'
import { useLesson } from '@/api/lesson'

/** A sound file instead of a recording, or a film for its sound; it becomes a take, for the chosen words or the whole. */
const props = defineProps<{ span: { first: string; last: string } | undefined }>()
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
    const path = { lesson: lesson.id.value }
    const place = props.span
      ? (await ask(client.GET('/api/lessons/{lesson}/place', { params: { path, query: props.span } }))).place
      : {}
    const given = Object.entries(place).filter(([, value]) => value !== null)
    const query = new URLSearchParams(given.map(([name, value]) => [name, String(value)]))
    const answer = await fetch(`/api/lessons/${path.lesson}/takes/file?${query}`, { method: 'POST', body })
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
    {{
      handing
        ? 'Reading the file …'
        : span
          ? 'Hand in a sound file for these words'
          : 'Hand in a sound file instead'
    }}
    <input
      class="sr-only"
      type="file"
      accept="audio/*,video/*,.wav,.mp3,.m4a,.ogg,.webm,.flac"
      @change="handIn"
    />
  </label>
</template>
