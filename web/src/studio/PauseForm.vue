<script setup lang="ts">
import { onMounted, ref, useId } from 'vue'

const props = defineProps<{ question: string; seconds: number; deed: string; wide?: boolean }>()
const emit = defineEmits<{ done: [question: string, seconds: number]; cancel: [] }>()
const question = ref(props.question)
const seconds = ref(props.seconds)
const field = ref<HTMLTextAreaElement>()
const id = useId()
onMounted(() => field.value?.focus())
</script>

<template>
  <form
    :class="wide ? 'flex w-full items-center gap-3' : 'flex flex-col gap-2'"
    @submit.prevent="emit('done', question, Number(seconds))"
    @keydown.esc.stop="emit('cancel')"
  >
    <label class="sr-only" :for="`${id}q`">Question</label>
    <textarea
      :id="`${id}q`"
      ref="field"
      v-model="question"
      class="field min-w-0 flex-1 resize-none"
      :rows="wide ? 1 : 3"
      maxlength="600"
      placeholder="What should students think, say or look for here?"
      @keydown.enter.exact.prevent="emit('done', question, Number(seconds))"
    />
    <span class="flex items-center gap-2">
      <label :for="`${id}s`" class="whitespace-nowrap">Think time</label>
      <input
        :id="`${id}s`"
        v-model="seconds"
        class="field w-[72px]"
        type="number"
        min="0"
        max="600"
        step="1"
      />
      s
    </span>
    <span class="flex gap-2">
      <button class="button button-main" type="submit" :disabled="!question.trim()">{{ deed }}</button>
      <button class="button" type="button" @click="emit('cancel')">Cancel</button>
    </span>
  </form>
</template>
