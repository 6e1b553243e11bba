<script setup lang="ts">
import { ref, useId, watch } from 'vue'
import type { Schemas } from '@/api/client'
import PanelDialog from '@/parts/PanelDialog.vue'

/** The title of a lesson, and the unit it belongs to. */
const props = defineProps<{ lesson: Schemas['ShelfLesson'] | undefined; units: readonly string[] }>()
const emit = defineEmits<{ close: []; keep: [title: string, unit: string] }>()
const id = useId()
const title = ref('')
const unit = ref('')
watch(
  () => props.lesson,
  (lesson) => {
    title.value = lesson?.title ?? ''
    unit.value = lesson?.unit ?? ''
  },
)
</script>

<template>
  <PanelDialog :open="!!lesson" title="Title and unit" width="480px" @close="emit('close')">
    <form class="mt-3 flex flex-col gap-3" @submit.prevent="emit('keep', title.trim(), unit.trim())">
      <div>
        <label class="label" :for="`${id}t`">Title</label>
        <input :id="`${id}t`" v-model="title" class="field" maxlength="200" />
      </div>
      <div>
        <label class="label" :for="`${id}u`">Unit: lessons that belong together</label>
        <input :id="`${id}u`" v-model="unit" class="field" maxlength="200" :list="`${id}l`" />
        <datalist :id="`${id}l`">
          <option v-for="one in units" :key="one" :value="one" />
        </datalist>
      </div>
      <div class="flex justify-end gap-3">
        <button class="button" type="button" @click="emit('close')">Cancel</button>
        <button class="button button-main" type="submit" :disabled="!title.trim()">Keep</button>
      </div>
    </form>
  </PanelDialog>
</template>
