<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** The teacher's own notes for this page, the one she has come to before the others. Students never see them. */
defineProps<{
  notes: readonly Schemas['CueNote'][]
  /** The note that is next. */
  next: string
  printed: ReadonlyMap<string, string>
}>()
</script>

<template>
  <section aria-label="Your notes">
    <h2 class="mb-1 font-bold">Your notes</h2>
    <ul class="flex flex-col gap-1">
      <li
        v-for="note in notes"
        :key="note.id"
        class="rounded-panel border-l-4 bg-white px-3 py-2 text-[15px]"
        :class="note.id === next ? 'border-plum' : 'border-hairline text-quiet'"
        :aria-current="note.id === next"
      >
        <span class="block text-[12px] text-quiet">at “{{ printed.get(note.at) }}”</span>{{ note.text }}
      </li>
    </ul>
  </section>
</template>
