<script setup lang="ts">
/** Begin a take, or a rehearsal. */
defineEmits<{ start: []; rehearse: [] }>()
</script>

<template>
  <div
    class="ml-auto flex gap-2 narrow:fixed narrow:inset-x-0 narrow:bottom-0 narrow:z-10 narrow:ml-0 narrow:flex-wrap narrow:border-t narrow:border-hairline narrow:bg-mist narrow:px-3 narrow:py-2"
  >
    <button class="button min-h-[44px]" type="button" @click="$emit('rehearse')">
      Rehearse, without sound
    </button>
    <button class="button button-record min-h-[44px] text-[17px]" type="button" @click="$emit('start')">
      Record a take <kbd class="key text-ink">R</kbd>
    </button>
  </div>
</template>
