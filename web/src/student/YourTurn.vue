<script setup lang="ts">
import { ArrowDown, ArrowUp } from '@lucide/vue'
import { useLocalStorage } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { ask, client, type Schemas } from '@/api/client'

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
}>()
const emit = defineEmits<{ answer: []; on: []; again: []; clear: [] }>()

interface Kept {
  choices: number[]
  items: string[]
  matches: string[]
  text: string
}
const kept = useLocalStorage<Record<string, Kept>>(`word-trail-answers-${props.token}`, {})
const mine = ref<Kept>({ choices: [], items: [], matches: [], text: '' })
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

function begin() {
  verdict.value = undefined
  const before = props.point && kept.value[props.point.id]
  mine.value = {
    choices: before?.choices ?? [],
    items: before?.items.length ? before.items : [...(props.point?.items ?? [])],
    matches: before?.matches.length ? before.matches : (props.point?.lefts ?? []).map(() => ''),
    text: before?.text ?? '',
  }
}
watch(() => props.gate.pause, begin, { immediate: true })
watch(mine, (now) => props.point && (kept.value = { ...kept.value, [props.point.id]: now }), { deep: true })
onMounted(() => goOn.value?.focus({ preventScroll: true }))

function choose(number: number) {
  verdict.value = undefined
  if (!props.point?.several) {
    mine.value.choices = [number]
    void check()
  } else {
    const chosen = new Set(mine.value.choices)
    if (!chosen.delete(number)) chosen.add(number)
    mine.value.choices = [...chosen]
  }
}

function move(index: number, by: number) {
  const items = [...mine.value.items]
  const [item] = items.splice(index, 1)
  items.splice(index + by, 0, item!)
  mine.value.items = items
  verdict.value = undefined
}

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
    class="flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-lake bg-lake-pale px-8 py-3"
    aria-labelledby="turn"
  >
    <h2 id="turn" class="text-[17px] font-bold text-lake">{{ title }}</h2>
    <p class="sr-only" role="status">{{ gate.question }}</p>
    <p class="text-[14px]" aria-live="polite">{{ verdict?.sentence || note }}</p>

    <div
      v-if="answeredBy === 'choices' && point"
      class="flex flex-wrap gap-2"
      role="group"
      :aria-label="point.question"
    >
      <button
        v-for="(choice, n) in point.choices"
        :key="choice.letter"
        class="button min-h-[48px] text-[16px]"
        :class="{ 'button-main': mine.choices.includes(n) }"
        type="button"
        :aria-pressed="mine.choices.includes(n)"
        :aria-label="choice.text"
        :disabled="answering"
        @click="choose(n)"
      >
        {{ choice.letter }}
      </button>
    </div>
    <ol v-else-if="answeredBy === 'order' && point" class="flex flex-wrap gap-2">
      <li
        v-for="(item, n) in mine.items"
        :key="item"
        class="flex items-center gap-1 rounded-panel border border-lake bg-white py-1 pr-1 pl-3"
      >
        <span>{{ n + 1 }}. {{ item }}</span>
        <button
          class="p-2"
          type="button"
          :disabled="!n"
          :aria-label="`${item}: earlier`"
          @click="move(n, -1)"
        >
          <ArrowUp :size="16" aria-hidden="true" />
        </button>
        <button
          class="p-2"
          type="button"
          :disabled="n === mine.items.length - 1"
          :aria-label="`${item}: later`"
          @click="move(n, 1)"
        >
          <ArrowDown :size="16" aria-hidden="true" />
        </button>
      </li>
    </ol>
    <div v-else-if="answeredBy === 'pairs' && point" class="flex flex-wrap gap-3">
      <label v-for="(one, n) in point.lefts" :key="one" class="flex items-center gap-2">
        {{ one }}
        <select v-model="mine.matches[n]" class="field min-h-[48px]" @change="verdict = undefined">
          <option value="" disabled>goes with …</option>
          <option v-for="right in point.matches" :key="right" :value="right">{{ right }}</option>
        </select>
      </label>
    </div>
    <textarea
      v-else-if="answeredBy === 'text'"
      v-model="mine.text"
      class="field min-w-[280px] flex-1"
      rows="2"
      aria-label="Your answer. It stays on this device."
      placeholder="Write here, or on paper. It stays on this device."
    />
    <p v-else-if="answeredBy === 'words'" class="text-[14px] font-semibold">
      Tap the words on the page.
      <span v-if="picked.length">{{ picked.length }} chosen</span>
    </p>

    <div class="ml-auto flex flex-wrap items-center gap-2">
      <button
        v-if="checks && !answering && (answeredBy !== 'choices' || point?.several)"
        class="button min-h-[48px] text-[16px]"
        type="button"
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
