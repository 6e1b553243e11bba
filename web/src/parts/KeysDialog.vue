<script setup lang="ts">
import PanelDialog from './PanelDialog.vue'

defineProps<{ open: boolean; keys: readonly (readonly [string, string])[] }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <PanelDialog :open="open" title="Keys on this screen" width="448px" @close="$emit('close')">
    <dl class="mt-4 grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2">
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
  </PanelDialog>
</template>
