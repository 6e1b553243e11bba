<script setup lang="ts">
import PanelDialog from './PanelDialog.vue'

/** Asks once more before something goes for good. */
defineProps<{ open: boolean; title: string; deed: string }>()
defineEmits<{ close: []; sure: [] }>()
</script>

<template>
  <PanelDialog :open="open" :title="title" width="460px" @close="$emit('close')">
    <p class="mt-2"><slot /></p>
    <div class="mt-5 flex justify-end gap-3">
      <button class="button" type="button" @click="$emit('close')">No, leave it</button>
      <button class="button border-signal text-signal" type="button" @click="$emit('sure')">
        {{ deed }}
      </button>
    </div>
  </PanelDialog>
</template>
