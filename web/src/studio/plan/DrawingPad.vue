<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { usePen } from '@/parts/pen'
import PanelDialog from '@/parts/PanelDialog.vue'

/** A simple drawing for a word card, on its picture where it has one. */
const props = defineProps<{
  open: boolean
  word: string
  lines: readonly Schemas['PenLine'][]
  picture: string
}>()
const emit = defineEmits<{ close: []; keep: [lines: Schemas['PenLine'][]] }>()
const PENS = [
  { colour: 'ink', name: 'black' },
  { colour: 'lake', name: 'blue' },
  { colour: 'moss', name: 'green' },
  { colour: 'ochre', name: 'yellow' },
  { colour: 'clay', name: 'red' },
]
const colour = ref('ink')
const drawn = ref<Schemas['PenLine'][]>([])
const pen = usePen(() => {
  drawn.value.push(...pen.lines.value.map((points) => ({ points, colour: colour.value })))
  pen.lines.value = []
})
const drawing = pen.lines
watch(
  () => props.open,
  (open) => open && (drawn.value = [...props.lines]),
)
</script>

<template>
  <PanelDialog :open="open" :title="`Draw “${word}”`" width="528px" @close="$emit('close')">
    <div class="mt-3 flex flex-col gap-3">
      <svg
        viewBox="0 0 1000 1000"
        class="w-[min(520px,60vh)] touch-none rounded-panel border border-hairline bg-white"
        style="cursor: crosshair"
        role="img"
        :aria-label="`Drawing of ${word}: ${drawn.length} ${drawn.length === 1 ? 'line' : 'lines'}`"
        data-pad
        v-on="pen.on"
      >
        <image v-if="picture" :href="`/api/pictures/${picture}`" width="1000" height="1000" />
        <polyline
          v-for="(line, i) in [...drawn, ...drawing.map((points) => ({ points, colour }))]"
          :key="i"
          :points="line.points.join(' ')"
          fill="none"
          :stroke="`var(--color-${line.colour ?? 'ink'})`"
          stroke-width="12"
          stroke-linecap="round"
          stroke-linejoin="round"
        />
      </svg>
      <div class="flex items-center gap-2">
        <div role="radiogroup" aria-label="Colour of the pen" class="flex gap-1">
          <button
            v-for="one in PENS"
            :key="one.colour"
            type="button"
            role="radio"
            class="m-1 h-8 w-8 rounded-round"
            :class="colour === one.colour ? 'outline-2 outline-offset-2 outline-ink' : ''"
            :style="{ background: `var(--color-${one.colour})` }"
            :aria-checked="colour === one.colour"
            :aria-label="one.name"
            @click="colour = one.colour"
          />
        </div>
        <button class="button ml-auto" type="button" :disabled="!drawn.length" @click="drawn.pop()">
          Take back a line
        </button>
        <button class="button" type="button" :disabled="!drawn.length" @click="drawn = []">Clear</button>
      </div>
      <div class="flex justify-end gap-2 border-t border-hairline pt-3">
        <button class="button" type="button" @click="$emit('close')">Leave it as it was</button>
        <button class="button button-main" type="button" @click="emit('keep', drawn)">
          Keep the drawing
        </button>
      </div>
    </div>
  </PanelDialog>
</template>
