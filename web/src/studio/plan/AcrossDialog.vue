<script setup lang="ts">
import PanelDialog from '@/parts/PanelDialog.vue'

/** Asks what a drawing is on that lies across a picture and the text beside it. */
defineProps<{ open: boolean }>()
const emit = defineEmits<{ choose: [on: 'text' | 'picture']; close: [] }>()
</script>

<template>
  <PanelDialog :open="open" title="The picture or the text?" width="500px" @close="emit('close')">
    <p class="mt-2">Your drawing lies across both. Which one is it on?</p>
    <div class="mt-5 flex justify-end gap-3">
      <button class="button" type="button" @click="emit('close')">Neither, leave it out</button>
      <button class="button" type="button" @click="emit('choose', 'text')">The text</button>
      <button class="button button-main" type="button" @click="emit('choose', 'picture')">The picture</button>
    </div>
  </PanelDialog>
</template>
