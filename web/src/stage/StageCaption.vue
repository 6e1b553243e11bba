<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import type { StageState } from './cueReader'
import type { Layout } from './shapes'

/** What is said, in its own room below the page. The video's draw.py draws the same. */
const props = defineProps<{
  layout: Layout
  sheet: Schemas['CueSheet']
  state: StageState
  colours: Schemas['Colours']
}>()
const lines = computed(() =>
  props.state.gate ? [] : (props.sheet.captions.find((one) => one.text === props.state.caption)?.lines ?? []),
)
const look = computed(() => props.layout.look)
const first = computed(
  () =>
    (props.layout.caption_room - look.value.caption_lead * lines.value.length) / 2 +
    0.5 * (look.value.caption_lead + 0.7 * look.value.caption),
)
const typeface = computed(() => props.layout.pages.flatMap((page) => page.pieces)[0]?.typeface ?? 'Andika')
</script>

<template>
  <svg
    :viewBox="`0 0 ${layout.width} ${layout.caption_room}`"
    class="block w-full bg-mist"
    :data-colours="colours"
    text-rendering="geometricPrecision"
    aria-label="Caption"
    role="img"
  >
    <text
      v-for="(line, n) in lines"
      :key="line"
      :x="layout.width / 2"
      :y="first + n * look.caption_lead"
      text-anchor="middle"
      fill="var(--color-ink)"
      :font-size="look.caption"
      :font-family="`'${typeface}'`"
    >
      {{ line }}
    </text>
  </svg>
</template>
