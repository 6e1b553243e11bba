<script setup lang="ts">
/** The stones that are counted before a sentence is read again; they stand beside the text, not on it. */
defineProps<{ left: number; text: string }>()
</script>

<template>
  <p
    class="absolute inset-x-0 bottom-0 flex items-center justify-center gap-3 border-t border-hairline bg-white/95 py-3 text-[17px]"
    role="status"
  >
    <span class="flex gap-2" aria-hidden="true">
      <span
        v-for="stone in 3"
        :key="stone"
        class="h-4 w-4 rounded-round"
        :class="stone <= left ? 'bg-moss' : 'bg-hairline'"
      />
    </span>
    <span
      >Again from <strong>“{{ text }} …”</strong></span
    >
  </p>
</template>
