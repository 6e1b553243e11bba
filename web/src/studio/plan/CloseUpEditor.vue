<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Schemas } from '@/api/client'

/** Where the stage comes closer while words are read: to them, to their paragraph, or to a picture. */
type CloseUp = Schemas['CloseUp']
const props = defineProps<{ closeUp: CloseUp; lesson: Schemas['Lesson'] }>()
const emit = defineEmits<{ keep: [closeUp: CloseUp]; remove: [] }>()
const id = useId()
const blocks = computed(() =>
  props.lesson.passages.flatMap((passage) => passage.pages).flatMap((p) => p.blocks),
)
const pictures = computed(() => blocks.value.filter((block) => block.picture))
const paragraph = computed(() =>
  blocks.value.find((block) => block.words.some((word) => word.id === props.closeUp.first)),
)
const whole = computed(() => {
  const words = paragraph.value?.words ?? []
  return words[0]?.id === props.closeUp.first && words[words.length - 1]?.id === props.closeUp.last
})

function choose(event: Event) {
  const picture = (event.target as HTMLSelectElement).value
  emit('keep', { ...props.closeUp, picture })
}
function takeParagraph() {
  const words = paragraph.value?.words ?? []
  emit('keep', { ...props.closeUp, first: words[0]!.id, last: words[words.length - 1]!.id })
}
</script>

<template>
  <div class="flex flex-col gap-1.5 text-[14px]">
    <p class="text-[13px] text-quiet">While these words are read, the stage comes closer.</p>
    <label v-if="pictures.length" :for="id"
      >to
      <select :id="id" class="field mt-1 py-1" :value="closeUp.picture" @change="choose">
        <option value="">these words</option>
        <option v-for="(one, n) in pictures" :key="one.id" :value="one.id">
          picture {{ n + 1 }}{{ one.text ? `: ${one.text.slice(0, 40)}` : '' }}
        </option>
      </select>
    </label>
    <div class="flex gap-3 text-[13px]">
      <button
        v-if="!whole"
        class="font-semibold text-lake hover:underline"
        type="button"
        @click="takeParagraph"
      >
        The whole paragraph
      </button>
      <button class="font-semibold text-quiet hover:underline" type="button" @click="$emit('remove')">
        Remove
      </button>
    </div>
  </div>
</template>
