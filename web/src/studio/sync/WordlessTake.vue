<script setup lang="ts">
/** A take whose words were not found: what happened, and the way on. */
import type { Take } from '@/api/client'

defineProps<{ take: Take }>()
defineEmits<{ find: [] }>()
</script>

<template>
  <section
    role="alert"
    class="flex items-center gap-4 rounded-panel border border-signal bg-signal-pale px-4 py-3"
  >
    <p class="flex-1">
      <strong>Take {{ take.number }}:</strong>
      {{ take.fault || 'Its words have not been found yet. The take is kept.' }}
    </p>
    <button class="button" type="button" @click="$emit('find')">
      {{ take.fault ? 'Try again' : 'Find its words' }}
    </button>
  </section>
</template>
