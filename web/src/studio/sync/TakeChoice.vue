<script setup lang="ts">
import type { Take } from '@/api/client'
import { whatWasRead } from '../takes'

/** A take that is looked at and that the lesson is not made of: what was read in it, and what becomes of it. */
defineProps<{ take: Take; used: Take | undefined }>()
defineEmits<{ use: []; aside: []; back: [] }>()
</script>

<template>
  <section
    class="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-panel border-2 border-ochre bg-white px-4 py-3"
    :aria-label="`Take ${take.number}`"
  >
    <p class="min-w-[280px] flex-1">
      <strong>Take {{ take.number }}: {{ whatWasRead(take) }}</strong>
      <span v-if="take.is_talk && take.asks" class="block"
        >Is this your talk, or was it another text? With your talk, you turn the pages and bring up questions
        by hand; what was heard helps.</span
      >
      <span v-if="used" class="block text-[14px] text-quiet">
        The lesson is made of take {{ used.number }}
        <template v-if="used.words">({{ used.words_read.toLocaleString('en') }} words)</template>, and stays
        so until you say otherwise.
      </span>
    </p>
    <button class="button button-main" type="button" @click="$emit('use')">
      {{ take.is_talk && take.asks ? 'It is my talk, use it' : `Use take ${take.number}` }}
    </button>
    <button v-if="take.asks" class="button" type="button" @click="$emit('aside')">Set it aside</button>
    <button v-else-if="used" class="button" type="button" @click="$emit('back')">
      Back to take {{ used.number }}
    </button>
  </section>
</template>
