<script setup lang="ts">
import type { Problem } from '@/api/client'

defineProps<{ problem: Problem }>()
defineEmits<{ dismiss: [] }>()
</script>

<template>
  <div
    role="alert"
    class="flex items-start gap-3 rounded-panel border border-signal bg-signal-pale px-4 py-3"
  >
    <div class="min-w-0 flex-1">
      <p class="font-bold">{{ problem.title }}</p>
      <p>
        {{ problem.message }} <span v-if="problem.kept">{{ problem.kept }}</span>
        <strong v-if="problem.advice" class="font-semibold">{{ ' ' + problem.advice }}</strong>
      </p>
    </div>
    <button class="button" type="button" @click="$emit('dismiss')">Close</button>
  </div>
</template>
