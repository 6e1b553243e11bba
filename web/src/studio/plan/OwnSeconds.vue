<script setup lang="ts">
/** The seconds that students have for a part of the lesson. */
const seconds = defineModel<number>({ required: true })
</script>

<template>
  <label class="flex items-center gap-2 text-[13px] text-quiet">
    <input v-model.number="seconds" class="field w-[76px]! py-1" type="number" min="0" max="600" step="5" />
    seconds for it; 0: as long as it takes to read
  </label>
</template>
