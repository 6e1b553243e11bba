<script setup lang="ts">
import { computed, useTemplateRef, watch, watchEffect } from 'vue'
import type { Schemas } from '@/api/client'
import type { CameraSeen } from './cueReader'
import type { Layout } from './shapes'

/** The camera's picture at its place on the stage, in step with the player. The video's draw.py draws the same. */
const props = defineProps<{
  layout: Layout
  camera: CameraSeen
  running: boolean
  colours: Schemas['Colours']
}>()

/** Seconds by which the picture may be off before it is set anew: what nobody sees. */
const IN_STEP = 0.12

const video = useTemplateRef('video')
const inPercent = (part: number, whole: number) => `${(100 * part) / whole}%`
const place = computed(() => {
  const { width, height, caption_room: room, look } = props.layout
  const { x, y, width: across, height: down } = props.camera
  return {
    left: inPercent(x, width),
    top: inPercent(y, height + room),
    width: inPercent(across, width),
    height: inPercent(down, height + room),
    borderRadius: `${inPercent(look.camera_radius, across)} / ${inPercent(look.camera_radius, down)}`,
  }
})
const onStep = () => {
  if (video.value && Math.abs(video.value.currentTime - props.camera.at) > IN_STEP)
    video.value.currentTime = props.camera.at
}
watch(() => props.camera.at, onStep)
watchEffect(() => {
  if (!video.value) return
  if (props.running) void video.value.play().catch(() => undefined)
  else {
    video.value.pause()
    onStep()
  }
})
</script>

<template>
  <div class="pointer-events-none absolute inset-0" :data-colours="colours">
    <div v-if="camera.large" class="absolute inset-0 bg-mist" />
    <video
      ref="video"
      :key="camera.take"
      class="absolute bg-mist object-fill outline-2 outline-hairline"
      :style="place"
      :src="`/api/takes/${camera.take}/camera`"
      muted
      playsinline
      preload="auto"
      aria-label="Your camera’s picture"
      data-camera
      @loadedmetadata="onStep"
    />
  </div>
</template>
