<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ lesson: Schemas['Lesson'] }>()
const activity = defineModel<Schemas['LookClosely']>({ required: true })
const pictures = computed(() =>
  props.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.filter((block) => block.picture))),
)
const regions = computed(
  () => pictures.value.find((block) => block.id === activity.value.picture)?.picture?.regions ?? [],
)
const look = (part: Partial<Schemas['LookClosely']>) => (activity.value = { ...activity.value, ...part })
const chosen = (event: Event) => (event.target as HTMLSelectElement).value
watch(
  () => activity.value.picture,
  (picture) => !picture && pictures.value[0] && look({ picture: pictures.value[0].id }),
  { immediate: true },
)
</script>

<template>
  <p v-if="!pictures.length" class="text-[13px] text-signal">
    There is no picture in this passage yet. Place one on the Text screen.
  </p>
  <div v-else class="flex gap-2">
    <select
      class="field min-w-0 flex-1"
      aria-label="Picture"
      :value="activity.picture"
      @change="look({ picture: chosen($event), region: '' })"
    >
      <option v-for="block in pictures" :key="block.id" :value="block.id">
        {{ block.text || 'A picture' }}
      </option>
    </select>
    <select
      class="field min-w-0"
      aria-label="Part of the picture"
      :value="activity.region"
      @change="look({ region: chosen($event) })"
    >
      <option value="">all of it</option>
      <option v-for="region in regions" :key="region.id" :value="region.id">{{ region.name }}</option>
    </select>
  </div>
</template>
