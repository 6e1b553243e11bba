<script setup lang="ts">
import PanelDialog from '@/parts/PanelDialog.vue'
import { useLesson } from '@/api/lesson'

/** Two windows have changed the same thing: both are shown, and the teacher says which stays. */
const { question } = useLesson()
</script>

<template>
  <PanelDialog
    :open="!!question"
    title="This was changed in another window too"
    width="720px"
    @close="undefined"
  >
    <p class="mt-1 text-quiet">Nothing is lost: choose which of the two stays.</p>
    <div v-for="(clash, n) in question?.clashes" :key="n" class="mt-4 grid grid-cols-2 gap-4">
      <section aria-label="Written here">
        <h3 class="label">Written here</h3>
        <p class="max-h-[240px] overflow-y-auto rounded-small bg-mist px-3 py-2 whitespace-pre-wrap">
          {{ clash.mine || 'Nothing' }}
        </p>
      </section>
      <section aria-label="In the other window">
        <h3 class="label">In the other window</h3>
        <p class="max-h-[240px] overflow-y-auto rounded-small bg-mist px-3 py-2 whitespace-pre-wrap">
          {{ clash.theirs || 'Nothing' }}
        </p>
      </section>
    </div>
    <div class="mt-5 flex justify-end gap-3">
      <button class="button" type="button" @click="question?.answer(false)">Take the other</button>
      <button class="button button-main" type="button" @click="question?.answer(true)">
        Keep what is written here
      </button>
    </div>
  </PanelDialog>
</template>
