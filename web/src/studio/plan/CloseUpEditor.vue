<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Schemas } from '@/api/client'

/** How eyes are led while words are read, to them, to their paragraph, or to a picture: the stage comes closer, the
    pointer goes along, or both. */
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

const WAYS: Record<CloseUp['how'], string> = {
  closer: 'the stage comes closer',
  pointer: 'the pointer goes along',
  both: 'both',
}
function chooseWay(event: Event) {
  emit('keep', { ...props.closeUp, how: (event.target as HTMLSelectElement).value as CloseUp['how'] })
}
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
    <label :for="`${id}how`"
      >While these words are read
      <select :id="`${id}how`" class="field mt-1 py-1" :value="closeUp.how" @change="chooseWay">
        <option v-for="(name, way) in WAYS" :key="way" :value="way">{{ name }}</option>
      </select>
    </label>
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
