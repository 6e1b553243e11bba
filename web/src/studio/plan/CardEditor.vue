<script setup lang="ts">
import { ref, useId } from 'vue'
import type { Schemas } from '@/api/client'
import { keepPicture } from '@/api/pictures'
import { useDraft } from '@/parts/draft'
import DrawingPad from './DrawingPad.vue'
import ChoicePills from '@/parts/ChoicePills.vue'

/** A word card; what is written shows on the card beside it when it is kept. */
const props = defineProps<{
  card: Schemas['WordCard']
  sentence: string
  lesson: string
  send: (card: Schemas['WordCard']) => Promise<boolean>
}>()
const emit = defineEmits<{
  remove: []
  problem: [fault: unknown]
}>()
const id = useId()
/** Lists are written as one line. */
const written = (card: Schemas['WordCard']) => ({
  ...card,
  syllables: card.syllables.join(' · '),
  related: card.related.join(', '),
})
const listed = (text: string, by: RegExp) =>
  text
    .split(by)
    .map((one) => one.trim())
    .filter(Boolean)
const { draft, keep } = useDraft(
  () => written(props.card),
  (card) =>
    props.send({
      ...card,
      syllables: listed(card.syllables, /[·.|-]|\s/),
      related: listed(card.related, /,/),
    }),
)
function change(part: Partial<ReturnType<typeof written>>) {
  Object.assign(draft.value, part)
  return keep()
}

/** Let the core work out syllables and parts once more. */
const again = () => change({ syllables: '', parts: [] })

async function picture(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  try {
    const kept = await keepPicture(props.lesson, file)
    await change({ picture: kept.file })
  } catch (fault) {
    emit('problem', fault)
  }
}
const drawing = ref(false)
function keepDrawing(lines: Schemas['PenLine'][]) {
  drawing.value = false
  void change({ drawing: lines })
}
const SHOWN: { value: Schemas['Shown']; name: string }[] = [
  { value: 'before the reading', name: 'before reading' },
  { value: 'when its word is reached', name: 'at its word' },
  { value: 'both times', name: 'both' },
]
</script>

<template>
  <form class="flex flex-col gap-2" @submit.prevent="keep" @change="keep">
    <div class="flex gap-2">
      <input v-model="draft.word" class="field min-w-0 flex-1 font-bold" aria-label="Word" />
      <input
        v-model="draft.part_of_speech"
        class="field w-[112px]"
        aria-label="Part of speech"
        placeholder="noun, verb …"
      />
    </div>
    <label class="text-[13px] text-quiet" :for="`${id}m`">Meaning, in plain words</label>
    <textarea :id="`${id}m`" v-model="draft.meaning" class="field -mt-1 resize-none" rows="2" />
    <label class="text-[13px] text-quiet" :for="`${id}e`">Example sentence</label>
    <textarea :id="`${id}e`" v-model="draft.example" class="field -mt-1 resize-none" rows="2" />
    <p v-if="sentence" class="text-[13px] text-quiet">In the text: “{{ sentence }}”</p>
    <label class="text-[13px] text-quiet" :for="`${id}s`">Syllables</label>
    <div class="-mt-1 flex gap-2">
      <input :id="`${id}s`" v-model="draft.syllables" class="field min-w-0 flex-1 font-passage" />
      <button class="button" type="button" @click="again">Work them out</button>
    </div>
    <p v-if="draft.parts?.length" class="text-[14px]">
      <span class="text-quiet">Parts:</span>
      <span class="font-passage"> {{ draft.parts.map((part) => part.text).join(' + ') }}</span>
      <button
        class="ml-2 text-[13px] font-semibold text-lake hover:underline"
        type="button"
        @click="change({ parts: [{ text: draft.word, role: 'base' }] })"
      >
        Do not show
      </button>
    </p>
    <label class="text-[13px] text-quiet" :for="`${id}r`">Related words, with commas</label>
    <input :id="`${id}r`" v-model="draft.related" class="field -mt-1" />
    <label class="flex items-center gap-2">
      <input v-model="draft.say_it" class="h-4 w-4 accent-moss" type="checkbox" /> Say it with me, syllable by
      syllable
    </label>
    <ChoicePills
      v-model="draft.shown as Schemas['Shown']"
      class="text-[13px]"
      small
      label="Shown"
      :choices="SHOWN"
      @update:model-value="keep"
    />
    <div class="flex flex-wrap items-center gap-3 text-[13px]">
      <label class="cursor-pointer font-semibold text-lake hover:underline">
        {{ draft.picture ? 'Another picture' : 'Add a picture' }}
        <input class="sr-only" type="file" accept="image/*" @change.stop="picture" />
      </label>
      <button class="font-semibold text-lake hover:underline" type="button" @click="drawing = true">
        {{ draft.drawing?.length ? 'Change the drawing' : draft.picture ? 'Draw on it' : 'Draw one' }}
      </button>
      <button
        v-if="draft.picture"
        class="font-semibold text-quiet hover:underline"
        type="button"
        @click="change({ picture: '' })"
      >
        Without picture
      </button>
      <button class="ml-auto font-semibold text-quiet hover:underline" type="button" @click="emit('remove')">
        Remove the card
      </button>
    </div>
    <DrawingPad
      :open="drawing"
      :word="draft.word"
      :lines="draft.drawing ?? []"
      :picture="draft.picture ?? ''"
      @close="drawing = false"
      @keep="keepDrawing"
    />
  </form>
</template>
