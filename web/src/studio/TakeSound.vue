<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { computed, onBeforeUnmount, ref } from 'vue'
import type { Take } from '@/api/client'
import { useLesson } from '@/api/lesson'
import SwitchRow from '@/parts/SwitchRow.vue'

/** What is done to the sound of a take when it is heard, before and after by ear; and what the camera saw. */
const props = defineProps<{ take: Take }>()
const lesson = useLesson()

const NOTHING = { less_noise: false, even: false }
const care = computed(
  () => lesson.view.value.lesson.sound_cares.find((one) => one.take === props.take.id) ?? NOTHING,
)
const change = (changed: Partial<typeof NOTHING>) => {
  const { less_noise, even } = { ...care.value, ...changed }
  return lesson.send({ kind: 'care for sound', take: props.take.id, less_noise, even })
}

/** What is heard now: as it was recorded, or with what is done to it. */
const playing = ref<'' | 'before' | 'after'>('')
const silent = ref(false)
let sound: HTMLAudioElement | undefined
function stop() {
  sound?.pause()
  sound = undefined
  playing.value = ''
}
onBeforeUnmount(stop)
async function hear(which: 'before' | 'after') {
  const again = playing.value === which
  // The other one goes on from where this one was, so that the same words are compared.
  const from = sound?.currentTime ?? 0
  stop()
  if (again) return
  const done = which === 'after' ? care.value : NOTHING
  const query = new URLSearchParams({
    start: String(begin.value),
    less_noise: String(done.less_noise),
    even: String(done.even),
  })
  const one = new Audio(`/api/takes/${props.take.id}/heard?${query}`)
  sound = one
  playing.value = which
  one.onloadedmetadata = () => (one.currentTime = from)
  one.onended = stop
  silent.value = false
  await one.play().catch(() => {
    if (sound !== one) return
    silent.value = true
    stop()
  })
}
/** From where a sample is heard: a little into the take. */
const begin = computed(() => Math.min(4, props.take.seconds / 4))
const isCared = computed(() => care.value.less_noise || care.value.even)
const camera = computed(() => `/api/takes/${props.take.id}/camera`)
</script>

<template>
  <Disclosure v-slot="{ open }">
    <DisclosureButton
      class="mt-1 flex min-h-[24px] items-center gap-1 text-[13px] font-semibold text-moss underline"
    >
      Sound<template v-if="take.camera.length"> and camera</template
      ><template v-if="isCared"
        >: {{ care.less_noise ? 'less noise' : '' }}{{ care.less_noise && care.even ? ', ' : ''
        }}{{ care.even ? 'evened out' : '' }}</template
      >
      <ChevronDown :size="14" :class="open ? 'rotate-180' : ''" aria-hidden="true" />
    </DisclosureButton>
    <DisclosurePanel class="mt-1 flex flex-col gap-2">
      <SwitchRow
        label="Less noise"
        small
        :model-value="care.less_noise"
        @update:model-value="(on) => change({ less_noise: on })"
        >Takes a steady hum or hiss away from behind your voice.</SwitchRow
      >
      <SwitchRow
        label="Evenly loud"
        small
        :model-value="care.even"
        @update:model-value="(on) => change({ even: on })"
        >Brings what was said further away as near as the rest.</SwitchRow
      >
      <div class="flex flex-wrap gap-2">
        <button
          class="button min-h-[28px] px-2 text-[13px]"
          type="button"
          :aria-pressed="playing === 'before'"
          @click="hear('before')"
        >
          {{ playing === 'before' ? 'Stop' : 'Hear it as recorded' }}
        </button>
        <button
          v-if="isCared"
          class="button min-h-[28px] px-2 text-[13px]"
          type="button"
          :aria-pressed="playing === 'after'"
          @click="hear('after')"
        >
          {{ playing === 'after' ? 'Stop' : 'Hear it like this' }}
        </button>
      </div>
      <p v-if="silent" role="alert" class="text-[13px] text-signal">
        The sample cannot be played just now. Try again in a moment.
      </p>
      <p class="text-[12px] text-quiet">The recording itself stays as it is: switch it back at any time.</p>
      <video
        v-if="take.camera.length"
        class="w-full rounded-panel bg-mist"
        :src="camera"
        controls
        muted
        preload="metadata"
        :aria-label="`What the camera saw in take ${take.number}`"
      />
    </DisclosurePanel>
  </Disclosure>
</template>
