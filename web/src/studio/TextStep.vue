<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useLesson } from '@/api/lesson'
import PassageForm, { type Draft } from './PassageForm.vue'

const lesson = useLesson()
const view = lesson.view
const kept = computed<Draft>(() => {
  const passage = view.value!.lesson.passages[0]!
  return {
    text: view.value!.notation,
    title: passage.title,
    author: passage.author,
    permission: passage.permission,
  }
})
const draft = ref<Draft>({ ...kept.value })
const changed = computed(() => JSON.stringify(draft.value) !== JSON.stringify(kept.value))
watch(kept, (now, before) => {
  if (JSON.stringify(draft.value) === JSON.stringify(before)) draft.value = { ...now }
})

async function keep() {
  if (await lesson.send({ kind: 'set text', ...draft.value })) draft.value = { ...kept.value }
}
</script>

<template>
  <Teleport to="#step-actions">
    <button v-if="changed" class="button" type="button" @click="draft = { ...kept }">Drop my changes</button>
    <button
      v-if="changed"
      class="button button-main"
      type="button"
      :disabled="lesson.saving.value"
      @click="keep"
    >
      Keep the text
    </button>
    <RouterLink v-else class="button button-main" :to="{ name: 'plan' }">Go to Plan</RouterLink>
  </Teleport>
  <section
    v-if="view!.lesson.loose_ends?.length"
    class="mb-3 rounded-sheet border border-ochre bg-white px-4 py-3"
    aria-label="Loose ends"
  >
    <div class="flex items-start gap-3">
      <ul class="flex-1 list-inside list-disc">
        <li v-for="end in view!.lesson.loose_ends" :key="end.id">{{ end.sentence }}</li>
      </ul>
      <button class="button" type="button" @click="lesson.send({ kind: 'clear loose ends' })">
        I have seen it
      </button>
    </div>
  </section>
  <PassageForm v-model="draft" />
</template>
