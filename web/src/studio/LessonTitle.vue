<script setup lang="ts">
import { Pencil } from '@lucide/vue'
import { nextTick, ref } from 'vue'

/** The title of the lesson, changed where it stands. */
const props = defineProps<{ title: string }>()
const emit = defineEmits<{ keep: [title: string] }>()
const text = ref('')
const isOpen = ref(false)
const field = ref<HTMLInputElement>()

async function open() {
  text.value = props.title
  isOpen.value = true
  await nextTick()
  field.value?.select()
}
function keep() {
  if (!isOpen.value) return
  isOpen.value = false
  const wanted = text.value.trim()
  if (wanted && wanted !== props.title) emit('keep', wanted)
}
</script>

<template>
  <form v-if="isOpen" @submit.prevent="keep">
    <input
      ref="field"
      v-model="text"
      class="field min-h-[32px] py-0 text-[19px] font-bold"
      aria-label="Title of the lesson"
      maxlength="200"
      @blur="keep"
      @keydown.esc.stop="isOpen = false"
    />
  </form>
  <h1 v-else class="flex min-w-0 items-center gap-1 text-[19px] font-bold leading-tight">
    <span class="truncate">{{ title }}</span>
    <button
      class="shrink-0 rounded-small p-1 text-quiet hover:bg-white hover:text-ink"
      type="button"
      aria-label="Change the title"
      title="Change the title"
      @click="open"
    >
      <Pencil :size="16" aria-hidden="true" />
    </button>
  </h1>
</template>
