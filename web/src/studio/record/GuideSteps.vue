<script setup lang="ts">
/** The way through the lesson: to the page, card or question before, and to the next. */
defineProps<{ at: number; total: number; recording: boolean; waits: boolean }>()
defineEmits<{ go: [by: number] }>()
</script>

<template>
  <nav aria-label="Through the lesson">
    <p class="mb-1 text-[13px] text-quiet" aria-live="polite">
      {{
        waits
          ? 'The guide waits here. Go on when you are ready.'
          : `Step ${at + 1} of ${total}: pages, cards and questions`
      }}
    </p>
    <div class="flex gap-2">
      <button class="button min-h-[48px] flex-1" type="button" :disabled="at === 0" @click="$emit('go', -1)">
        Back <kbd class="key">←</kbd>
      </button>
      <button
        class="button min-h-[48px] flex-1"
        :class="recording && waits ? 'button-main' : ''"
        type="button"
        :disabled="at === total - 1"
        @click="$emit('go', 1)"
      >
        Next <kbd class="key" :class="recording && waits ? 'text-ink' : ''">→</kbd>
      </button>
    </div>
  </nav>
</template>
