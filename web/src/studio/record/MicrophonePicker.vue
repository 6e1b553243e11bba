<script setup lang="ts">
import { Mic } from '@lucide/vue'
import LevelMeter from '@/parts/LevelMeter.vue'
import DevicePicker from './DevicePicker.vue'

/** Which microphone is used, and how loud it is. */
defineProps<{
  microphones: readonly { id: string; name: string }[]
  chosen: string
  /** Whether it is listened to now. */
  open: boolean
  busy: boolean
  level: number
  clipped: boolean
}>()
defineEmits<{ use: [id: string] }>()
</script>

<template>
  <section>
    <DevicePicker
      v-if="!busy"
      label="Microphone"
      :devices="microphones"
      :chosen="chosen"
      :busy="busy"
      usual="The usual microphone"
      @use="$emit('use', $event)"
      ><Mic :size="16" aria-hidden="true"
    /></DevicePicker>
    <div class="flex items-center gap-3" :class="busy ? '' : 'mt-2'">
      <LevelMeter :level="level" :clipped="clipped" />
      <span v-if="open" class="text-[13px] whitespace-nowrap text-quiet">{{
        clipped ? 'too loud' : level > 0.35 ? 'good' : busy ? '' : 'say something'
      }}</span>
      <button
        v-else-if="!busy"
        class="button min-h-[30px] px-2 text-[13px]"
        type="button"
        @click="$emit('use', chosen)"
      >
        Try it
      </button>
    </div>
  </section>
</template>
