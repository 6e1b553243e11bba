<script setup lang="ts">
import { onMounted, ref, useId } from 'vue'
import type { Schemas } from '@/api/client'
import { useDraft } from '@/parts/draft'

/** A note of the teacher's own for the recording. Kept when the field is left. */
const props = defineProps<{
  note: Schemas['CueNote']
  send: (note: Schemas['CueNote']) => Promise<boolean>
}>()
defineEmits<{ remove: [] }>()
const id = useId()
const { draft, keep } = useDraft(
  () => props.note,
  (note) => props.send(note),
)
const field = ref<HTMLTextAreaElement>()
onMounted(() => props.note.id || field.value?.focus())
</script>

<template>
  <form class="flex flex-col gap-1.5 text-[14px]" @submit.prevent="keep" @change="keep">
    <label class="text-[13px] text-quiet" :for="id">What to say or do here. Students never see it.</label>
    <textarea :id="id" ref="field" v-model="draft.text" class="field resize-none" rows="3" maxlength="1000" />
    <div class="flex gap-3 text-[13px]">
      <button class="font-semibold text-lake hover:underline" type="submit">Keep</button>
      <button class="font-semibold text-quiet hover:underline" type="button" @click="$emit('remove')">
        {{ note.id ? 'Remove' : 'Leave it out' }}
      </button>
    </div>
  </form>
</template>
