<script setup lang="ts">
/** A small step earlier or later in the take, for what is chosen. */
defineProps<{ step: number }>()
defineEmits<{ nudge: [by: number] }>()
</script>

<template>
  <div class="grid grid-cols-2 gap-2">
    <button class="button px-2" type="button" @click="$emit('nudge', -step)">
      Earlier <kbd class="key whitespace-nowrap">Alt ←</kbd>
    </button>
    <button class="button px-2" type="button" @click="$emit('nudge', step)">
      Later <kbd class="key whitespace-nowrap">Alt →</kbd>
    </button>
  </div>
</template>
