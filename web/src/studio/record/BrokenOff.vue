<script setup lang="ts">
import { ref } from 'vue'
import type { Take } from '@/api/client'
import { useLesson } from '@/api/lesson'
import SureDialog from '@/parts/SureDialog.vue'
import { useTakes } from '../takes'

/** A take that was broken off: what came before is there, and can be kept. */
const props = defineProps<{
  take: Take
  /** What is left of it on this computer is on its way. */
  following: boolean
}>()
const deeds = useTakes(useLesson())
const leaving = ref(false)

function remove() {
  leaving.value = false
  void deeds.remove(props.take)
}
</script>

<template>
  <section
    :aria-labelledby="`broken-${take.id}`"
    class="rounded-panel border border-ochre bg-white px-4 py-3"
  >
    <p :id="`broken-${take.id}`" class="font-bold">Take {{ take.number }} was broken off</p>
    <p class="text-[14px]">
      Its window was closed or lost its way to Word Trail.
      {{
        following
          ? 'What is left of it on this computer is on its way …'
          : 'All that was recorded until then is here.'
      }}
    </p>
    <div class="mt-2 flex flex-wrap gap-2">
      <button class="button" type="button" :disabled="following" @click="deeds.keepBrokenOff(take)">
        Keep it as a take
      </button>
      <button class="button" type="button" @click="leaving = true">Delete it</button>
    </div>
    <SureDialog
      :open="leaving"
      :title="`Delete take ${take.number}?`"
      deed="Delete the take"
      @close="leaving = false"
      @sure="remove"
    >
      What was recorded of it will be gone for good.
    </SureDialog>
  </section>
</template>
