<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import type { SentFilm } from './host'

/** A film that is on the video host: where it is seen. */
const props = defineProps<{ sent: SentFilm; simulated: boolean }>()
const { copy, copied } = useClipboard({ legacy: true })
</script>

<template>
  <p class="flex flex-wrap items-center gap-x-3 gap-y-1 text-[14px]">
    <span class="font-semibold text-moss">{{
      simulated ? 'On the stand-in for a host' : 'On the video host'
    }}</span>
    <a class="min-w-0 break-all text-lake underline" :href="sent.address" target="_blank" rel="noopener">{{
      sent.address
    }}</a>
    <button class="min-h-[24px] text-lake underline" type="button" @click="copy(props.sent.address)">
      {{ copied ? 'Copied' : 'Copy' }}
    </button>
  </p>
</template>
