<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A panel laid over the screen, with a title; Escape and a click beside it close it. */
defineProps<{ open: boolean; title: string; width: string }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="$emit('close')">
    <div class="fixed inset-0 bg-ink/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel
        class="panel flex max-h-full w-full flex-col overflow-y-auto p-6"
        :style="{ maxWidth: width }"
      >
        <DialogTitle class="text-[18px] font-bold">{{ title }}</DialogTitle>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
