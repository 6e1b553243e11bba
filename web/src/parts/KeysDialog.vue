<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

defineProps<{ open: boolean; keys: readonly (readonly [string, string])[] }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="$emit('close')">
    <div class="fixed inset-0 bg-ink/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="sheet w-full max-w-md p-6">
        <DialogTitle class="mb-4 text-[18px] font-bold">Keys on this screen</DialogTitle>
        <dl class="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2">
          <template v-for="[key, deed] in keys" :key="key">
            <dt class="flex gap-1">
              <kbd v-for="part in key.split(' ')" :key="part" class="key">{{ part }}</kbd>
            </dt>
            <dd>{{ deed }}</dd>
          </template>
        </dl>
        <div class="mt-6 text-right">
          <button class="button button-main" type="button" @click="$emit('close')">Close</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
