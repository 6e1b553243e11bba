<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { computed } from 'vue'
import type { Command, Schemas } from '@/api/client'
import ChoicePills from '@/parts/ChoicePills.vue'
import PanelDialog from '@/parts/PanelDialog.vue'

/** Typeface, size and room of the lesson's text; every choice shows at once on the page beside it. */
const props = defineProps<{
  open: boolean
  look: Schemas['TextLook']
  passage: Schemas['Passage']
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{ close: [] }>()

const FACES: { face: Schemas['Typeface']; note: string }[] = [
  { face: 'Andika', note: 'made for new readers' },
  { face: 'Lexend', note: 'wide and even' },
  { face: 'Literata', note: 'a book’s letters' },
  { face: 'OpenDyslexic', note: 'heavy below' },
]
const USUAL: Required<Schemas['TextLook']> = {
  typeface: 'Andika',
  largest: 96,
  line_spacing: 1.8,
  word_spacing: 1,
  line_length: 1,
  whole_width: false,
}
const look = computed(() => ({ ...USUAL, ...props.look }))
const change = (part: Partial<Schemas['TextLook']>) =>
  props.send({ kind: 'set look', look: { ...look.value, ...part } })
const SLIDERS = [
  { name: 'largest', label: 'Largest size', min: 44, max: 96, step: 4 },
  { name: 'line_spacing', label: 'Room between lines', min: 1.6, max: 2.4, step: 0.1 },
  { name: 'word_spacing', label: 'Room between words', min: 1, max: 2, step: 0.1 },
  { name: 'line_length', label: 'Length of lines', min: 0.5, max: 1, step: 0.05 },
] as const
const NUMBERS: { value: Schemas['Numbers']; name: string }[] = [
  { value: 'through', name: 'Through the passage' },
  { value: 'per page', name: 'Anew on each page' },
  { value: 'off', name: 'None' },
]
</script>

<template>
  <PanelDialog :open="open" title="How the text looks" width="560px" @close="$emit('close')">
    <RadioGroup class="mt-4" :model-value="look.typeface" @update:model-value="change({ typeface: $event })">
      <RadioGroupLabel class="label">Typeface</RadioGroupLabel>
      <div class="grid grid-cols-2 gap-2">
        <RadioGroupOption
          v-for="one in FACES"
          :key="one.face"
          v-slot="{ checked }"
          :value="one.face"
          class="cursor-pointer rounded-panel"
        >
          <span
            class="block rounded-panel border-2 px-3 py-2"
            :class="checked ? 'border-moss' : 'border-hairline'"
          >
            <span class="block truncate text-[17px]" :style="{ fontFamily: `'${one.face}'` }">{{
              one.face
            }}</span>
            <span class="text-[13px] text-quiet">{{ one.note }}</span>
          </span>
        </RadioGroupOption>
      </div>
    </RadioGroup>
    <div class="mt-4 grid grid-cols-2 gap-x-6 gap-y-3">
      <div v-for="slider in SLIDERS" :key="slider.name">
        <label class="label" :for="`look-${slider.name}`">{{ slider.label }}</label>
        <input
          :id="`look-${slider.name}`"
          class="w-full"
          type="range"
          :min="slider.min"
          :max="slider.max"
          :step="slider.step"
          :value="look[slider.name]"
          @change="change({ [slider.name]: Number(($event.target as HTMLInputElement).value) })"
        />
      </div>
    </div>
    <label class="mt-4 flex items-start gap-2">
      <input
        class="mt-1 h-4 w-4 accent-moss"
        type="checkbox"
        :checked="look.whole_width"
        @change="change({ whole_width: ($event.target as HTMLInputElement).checked })"
      />
      <span
        >The whole width where nothing stands beside a page
        <span class="block text-[13px] text-quiet"
          >A page is set anew when its first question or note comes to stand there.</span
        ></span
      >
    </label>
    <ChoicePills
      class="mt-4"
      label="Numbers of paragraphs and lines"
      :choices="NUMBERS"
      :model-value="passage.numbers ?? 'through'"
      @update:model-value="send({ kind: 'set numbers', passage: passage.id, numbers: $event })"
    />
    <div class="mt-6 text-right">
      <button class="button button-main" type="button" @click="emit('close')">Close</button>
    </div>
  </PanelDialog>
</template>
