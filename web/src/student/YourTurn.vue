<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { ask, client, type Schemas } from '@/api/client'
import { isWhole, type Given } from './answerTargets'

/** What a student does at a pause point. Answers stay on this device. */
const props = defineProps<{
  token: string
  point: Schemas['StudentPoint'] | undefined
  /** What is told where there is no pause point. */
  board: Schemas['StudentBoard'] | undefined
  gate: Schemas['Gate']
  left: number
  answering: boolean
  /** Words that were picked on the page. */
  picked: readonly string[]
  /** The question hides the text, which can be looked at. */
  canLook: boolean
}>()
const emit = defineEmits<{ answer: []; on: []; again: []; look: [] }>()
const TAPS: Record<string, string> = {
  choices: 'Tap your answer on the page.',
  order: 'Tap them on the page: first, next, last. Tap one again to take it back.',
  pairs: 'Tap one on the left, then the one it goes with.',
}

const mine = defineModel<Given>('given', { required: true })
const verdict = ref<Schemas['Verdict']>()
const goOn = useTemplateRef<HTMLButtonElement>('goOn')
const answeredBy = computed(() => props.point?.answered_by ?? props.board?.answered_by ?? 'nothing')
const checks = computed(() => props.point?.is_checked ?? false)
const title = computed(() => props.point?.turn ?? props.board?.turn ?? 'Your turn')
const note = computed(() => {
  if (props.gate.auto) return props.point?.meanwhile ?? 'It goes on by itself.'
  if (props.point?.ends_the_day) return 'You can close this page. Next time it goes on from here.'
  return props.left ? `${props.left} s to think. Take longer if you like.` : 'Take your time.'
})

watch(
  () => props.gate.pause,
  () => (verdict.value = undefined),
)
/* One answer to choose is the whole answer; of several, one says when it is done. */
watch(mine, (now, before) => {
  verdict.value = undefined
  if (answeredBy.value === 'choices' && !props.point?.several && now.choices !== before.choices) void check()
})
onMounted(() => goOn.value?.focus({ preventScroll: true }))

async function check() {
  if (!props.point) return
  const body = { ...mine.value, words: [...props.picked] }
  const path = { token: props.token, point: props.point.id }
  verdict.value = (
    await ask(client.POST('/api/student/{token}/points/{point}/check', { params: { path }, body }))
  ).verdict
  if (verdict.value.right) emit('answer')
}
</script>

<template>
  <section
    class="flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-lake bg-lake-pale px-8 py-3 narrow:max-h-[45dvh] narrow:overflow-y-auto narrow:px-4"
    aria-labelledby="turn"
  >
    <h2 id="turn" class="text-[17px] font-bold text-lake">{{ title }}</h2>
    <p class="sr-only" role="status">{{ gate.question }}</p>
    <p class="text-[14px]" aria-live="polite">{{ verdict?.sentence || note }}</p>

    <p v-if="point && answeredBy in TAPS && !answering" class="text-[14px] font-semibold">
      {{ TAPS[answeredBy] }}
    </p>
    <textarea
      v-else-if="answeredBy === 'text'"
      :value="mine.text"
      class="field min-w-[280px] flex-1"
      rows="2"
      aria-label="Your answer. It stays on this device."
      placeholder="Write here, or on paper. It stays on this device."
      @input="mine = { ...mine, text: ($event.target as HTMLTextAreaElement).value }"
    />
    <p v-else-if="answeredBy === 'words'" class="text-[14px] font-semibold">
      Tap the words on the page.
      <span v-if="picked.length">{{ picked.length }} chosen</span>
    </p>

    <div class="ml-auto flex flex-wrap items-center gap-2">
      <button v-if="canLook" class="button min-h-[48px] text-[16px]" type="button" @click="emit('look')">
        Look in the text
      </button>
      <button
        v-if="checks && !answering && (answeredBy !== 'choices' || point?.several)"
        class="button min-h-[48px] text-[16px]"
        type="button"
        :disabled="!!point && !isWhole(mine, point)"
        @click="check"
      >
        Check it
      </button>
      <button
        v-if="point?.has_answer && !gate.auto && !answering"
        class="button min-h-[48px] text-[16px]"
        type="button"
        @click="emit('answer')"
      >
        Show the answer
      </button>
      <button
        ref="goOn"
        class="button button-main min-h-[48px] text-[16px]"
        type="button"
        @click="emit('on')"
      >
        I am ready, go on
      </button>
      <button class="button min-h-[48px] text-[16px]" type="button" @click="emit('again')">
        Hear it again
      </button>
    </div>
  </section>
</template>
