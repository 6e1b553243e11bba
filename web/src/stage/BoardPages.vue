<script setup lang="ts">
/** A button for each page of a board that takes several; the one that is shown is marked. */
defineProps<{ pages: readonly number[]; at: number; /** For fingers. */ large?: boolean }>()
defineEmits<{ look: [page: number] }>()
</script>

<template>
  <nav class="flex flex-wrap gap-2" aria-label="Pages of this">
    <button
      v-for="(page, n) in pages"
      :key="page"
      class="button"
      :class="[
        large ? 'min-h-[44px] min-w-[64px]' : '',
        page === at ? 'border-lake bg-lake text-white hover:bg-lake' : '',
      ]"
      type="button"
      :aria-current="page === at ? 'page' : undefined"
      @click="$emit('look', page)"
    >
      Page {{ n + 1 }}
    </button>
  </nav>
</template>
