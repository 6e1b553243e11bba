<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { Video as CameraIcon } from '@lucide/vue'
import { ref, watchEffect } from 'vue'
import SwitchRow from '@/parts/SwitchRow.vue'
import type { CameraSize } from '@/recording/camera'
import DevicePicker from './DevicePicker.vue'

/** The camera, if it is wanted: what it sees, and how large its picture is to be. */
const props = defineProps<{
  cameras: readonly { id: string; name: string }[]
  chosen: string
  stream: MediaStream | undefined
  opening: boolean
  trouble: string
  /** A take is recorded, or about to be. */
  busy: boolean
  size: CameraSize
}>()
const emit = defineEmits<{ use: [id: string]; close: []; resize: [] }>()

const SIZES: readonly { value: CameraSize; name: string }[] = [
  { value: 'small', name: 'small' },
  { value: 'large', name: 'large' },
]
const picture = ref<HTMLVideoElement>()
watchEffect(() => {
  if (picture.value) picture.value.srcObject = props.stream ?? null
})
</script>

<template>
  <section aria-label="Camera">
    <SwitchRow
      v-if="!busy"
      label="Camera"
      small
      :model-value="!!stream"
      :busy="opening"
      @update:model-value="(on) => (on ? emit('use', chosen) : emit('close'))"
      >{{ stream ? '' : 'Kept with the take beside your sound, if you want it.' }}</SwitchRow
    >
    <p v-if="trouble" role="alert" class="mt-1 text-[13px] text-signal">{{ trouble }}</p>
    <DevicePicker
      v-if="stream && !busy && cameras.length > 1"
      class="mt-1"
      label="Which camera"
      :devices="cameras"
      :chosen="chosen"
      :busy="opening"
      usual="The usual camera"
      @use="$emit('use', $event)"
      ><CameraIcon :size="16" aria-hidden="true"
    /></DevicePicker>
    <div v-if="stream" class="mt-2 flex items-center gap-3">
      <!-- Mirrored, as one knows oneself; the recording is not. -->
      <video
        ref="picture"
        class="h-[72px] w-[128px] shrink-0 -scale-x-100 rounded-panel bg-lake-pale object-cover"
        autoplay
        muted
        playsinline
        aria-label="What the camera sees"
      />
      <RadioGroup :model-value="size" @update:model-value="emit('resize')">
        <RadioGroupLabel class="block text-[13px] font-semibold"
          >Your picture <kbd class="key">V</kbd></RadioGroupLabel
        >
        <div class="mt-1 inline-flex overflow-hidden rounded-panel border border-hairline bg-white">
          <RadioGroupOption
            v-for="one in SIZES"
            :key="one.value"
            v-slot="{ checked }"
            :value="one.value"
            as="template"
          >
            <button
              type="button"
              class="min-h-[28px] px-2.5 text-[13px] font-semibold"
              :class="checked ? 'bg-moss text-white' : 'hover:bg-moss-pale'"
            >
              {{ one.name }}
            </button>
          </RadioGroupOption>
        </div>
        <p class="text-[12px] text-quiet">
          {{ size === 'large' ? 'for a greeting or a talk' : 'beside the text' }}
        </p>
      </RadioGroup>
    </div>
  </section>
</template>
