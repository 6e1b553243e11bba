<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { computed, inject, onMounted, ref, useId, useTemplateRef, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChoicePills from '@/parts/ChoicePills.vue'
import { newChoice, PAUSE_KINDS, type PauseKind, type Point } from './kinds'
import SpanField from './SpanField.vue'

/** Everything about one pause point, where its signpost stands. */
const props = defineProps<{
  point: Point
  lesson: Schemas['Lesson']
  deed: string
}>()
const emit = defineEmits<{ done: [point: Point, reach: Schemas['ReachInput']]; cancel: [] }>()

/** How many seconds each kind usually has. */
const usual = inject<Ref<Record<string, number>>>('usual think', ref({}))
const draft = ref<Point>(structuredClone(toPlain(props.point)))
const reach = ref<Schemas['ReachInput']>('word')
const question = useTemplateRef<HTMLTextAreaElement>('question')
const more = ref(Boolean(props.point.answer || props.point.paper || props.point.evidence.length))
const id = useId()
onMounted(() => question.value?.focus({ preventScroll: true }))

function toPlain<Value>(value: Value): Value {
  return JSON.parse(JSON.stringify(value)) as Value
}

const kind = computed(() => draft.value.kind)
const isNew = computed(() => !props.point.id)
const pictures = computed(() =>
  props.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.filter((block) => block.picture))),
)
const regions = computed(
  () => pictures.value.find((block) => block.id === draft.value.picture)?.picture?.regions ?? [],
)
const pages = computed(() =>
  props.lesson.passages.flatMap((passage) =>
    passage.pages.map((page, n) => ({
      id: page.id,
      name: page.label ? `p. ${page.label}` : `page ${n + 1}`,
    })),
  ),
)
const REACHES = (['word', 'line', 'sentence', 'paragraph', 'page'] as const).map((value) => ({
  value,
  name: value,
}))

function setKind(value: PauseKind) {
  if (draft.value.think_seconds === usual.value[kind.value])
    draft.value.think_seconds = usual.value[value] ?? draft.value.think_seconds
  draft.value.kind = value
  if (value === 'choose' && !draft.value.choices.length) draft.value.choices = [newChoice(true), newChoice()]
  if (value === 'put in order' && !draft.value.items.length) draft.value.items = ['', '', '']
  if (value === 'match' && !draft.value.pairs.length)
    draft.value.pairs = [
      { left: '', right: '' },
      { left: '', right: '' },
    ]
  if (value === 'look closely' && !draft.value.picture) draft.value.picture = pictures.value[0]?.id ?? ''
}

/** The wrong choices in the order in which they are struck out. */
const strikes = computed(() => {
  const wrong = draft.value.choices.flatMap((choice, n) => (choice.right ? [] : [n]))
  const kept = draft.value.strike.filter((n) => wrong.includes(n))
  return [...kept, ...wrong.filter((n) => !kept.includes(n))]
})
function strikeFirst(n: number) {
  draft.value.strike = [n, ...strikes.value.filter((other) => other !== n)]
}

const stretch = computed({
  get: () => (draft.value.stretch ? [draft.value.stretch] : []),
  set: (spans) => (draft.value.stretch = spans[0] ?? null),
})

function save() {
  const point = { ...draft.value, think_seconds: Number(draft.value.think_seconds), strike: strikes.value }
  emit('done', point, reach.value)
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
  <form class="flex flex-col gap-2" @submit.prevent="save" @keydown.esc.stop="emit('cancel')">
    <ChoicePills
      class="text-[13px]"
      small
      label=""
      aria-label="What students do"
      :model-value="kind"
      :choices="PAUSE_KINDS"
      @update:model-value="setKind"
    />
    <div>
      <label class="sr-only" :for="`${id}q`">Question</label>
      <textarea
        :id="`${id}q`"
        ref="question"
        v-model="draft.question"
        class="field w-full resize-none"
        rows="2"
        maxlength="600"
        placeholder="What should students think, say or look for here?"
        @keydown.enter.exact.prevent="save"
      />
    </div>
    <div v-if="isNew">
      <p class="mb-0.5 text-[13px] text-quiet" aria-hidden="true">It comes after this</p>
      <ChoicePills
        v-model="reach"
        class="text-[13px]"
        small
        label=""
        aria-label="It comes after this"
        :choices="REACHES"
      />
    </div>

    <fieldset v-if="kind === 'choose'" class="flex flex-col gap-2">
      <legend class="text-[13px] text-quiet">Answers: tick the right ones</legend>
      <div v-for="(choice, n) in draft.choices" :key="n" class="rounded-small border border-hairline p-2">
        <div class="flex items-center gap-2">
          <input
            v-model="choice.right"
            class="h-4 w-4 accent-moss"
            type="checkbox"
            :aria-label="`Answer ${'ABCDE'[n]} is right`"
          />
          <input
            v-model="choice.text"
            class="field min-w-0 flex-1"
            :aria-label="`Answer ${'ABCDE'[n]}`"
            :placeholder="`Answer ${'ABCDE'[n]}`"
          />
          <button
            v-if="draft.choices!.length > 2"
            class="p-1 text-quiet hover:text-signal"
            type="button"
            :aria-label="`Remove answer ${'ABCDE'[n]}`"
            @click="draft.choices!.splice(n, 1)"
          >
            <Trash2 :size="15" aria-hidden="true" />
          </button>
        </div>
        <input
          v-model="choice.reason"
          class="field mt-1 w-full text-[13px]"
          :aria-label="`Why answer ${'ABCDE'[n]} is ${choice.right ? 'right' : 'wrong'}`"
          :placeholder="choice.right ? 'Why it is right' : 'Why it is wrong'"
        />
        <SpanField
          class="mt-1"
          :label="choice.right ? 'Words that prove it' : 'Words that rule it out'"
          :model-value="choice.proof ?? []"
          @update:model-value="choice.proof = $event"
        />
        <button
          v-if="!choice.right && strikes.length > 1"
          class="mt-1 text-[13px] font-semibold text-lake hover:underline disabled:text-quiet disabled:no-underline"
          type="button"
          :disabled="strikes[0] === n"
          @click="strikeFirst(n)"
        >
          {{ strikes[0] === n ? 'Struck out first' : 'Strike this out first' }}
        </button>
      </div>
      <button
        v-if="(draft.choices?.length ?? 0) < 5"
        class="button self-start"
        type="button"
        @click="draft.choices!.push(newChoice())"
      >
        <Plus :size="15" aria-hidden="true" /> Another answer
      </button>
    </fieldset>

    <fieldset v-if="kind === 'put in order'" class="flex flex-col gap-1">
      <legend class="text-[13px] text-quiet">Things in their right order; students get them mixed</legend>
      <input
        v-for="(_, n) in draft.items"
        :key="n"
        v-model="draft.items![n]"
        class="field"
        :aria-label="`Number ${n + 1}`"
        :placeholder="`${n + 1}.`"
      />
      <button
        v-if="(draft.items?.length ?? 0) < 9"
        class="button self-start"
        type="button"
        @click="draft.items!.push('')"
      >
        <Plus :size="15" aria-hidden="true" /> One more
      </button>
    </fieldset>

    <fieldset v-if="kind === 'match'" class="flex flex-col gap-1">
      <legend class="text-[13px] text-quiet">What belongs together</legend>
      <div v-for="(pair, n) in draft.pairs" :key="n" class="flex gap-1">
        <input v-model="pair.left" class="field min-w-0 flex-1" :aria-label="`Pair ${n + 1}, left`" />
        <input v-model="pair.right" class="field min-w-0 flex-1" :aria-label="`Pair ${n + 1}, right`" />
      </div>
      <button
        v-if="(draft.pairs?.length ?? 0) < 8"
        class="button self-start"
        type="button"
        @click="draft.pairs!.push({ left: '', right: '' })"
      >
        <Plus :size="15" aria-hidden="true" /> One more pair
      </button>
    </fieldset>

    <template v-if="['say it back', 'say it together', 'read alone'].includes(kind)">
      <SpanField v-model="stretch" single label="From where to where" />
      <div class="flex flex-wrap items-center gap-2 text-[13px]">
        <template v-if="kind === 'say it together'">
          <label :for="`${id}t`">How often</label>
          <input
            :id="`${id}t`"
            v-model.number="draft.times"
            class="field w-[64px]"
            type="number"
            min="1"
            max="9"
          />
        </template>
        <template v-if="kind !== 'read alone'">
          <label :for="`${id}f`">Each turn as long as mine, times</label>
          <input
            :id="`${id}f`"
            v-model.number="draft.factor"
            class="field w-[72px]"
            type="number"
            min="0.5"
            max="4"
            step="0.1"
          />
        </template>
      </div>
    </template>

    <template v-if="kind === 'look closely'">
      <p v-if="!pictures.length" class="text-[13px] text-signal">
        There is no picture in this passage yet. Place one on the Text step.
      </p>
      <div v-else class="flex gap-2">
        <select v-model="draft.picture" class="field min-w-0 flex-1" aria-label="Picture">
          <option v-for="block in pictures" :key="block.id" :value="block.id">
            {{ block.text || 'A picture' }}
          </option>
        </select>
        <select v-model="draft.region" class="field" aria-label="Part of the picture">
          <option value="">all of it</option>
          <option v-for="region in regions" :key="region.id" :value="region.id">{{ region.name }}</option>
        </select>
      </div>
    </template>
    <select v-if="kind === 'find the page'" v-model="draft.turn_to" class="field" aria-label="Page to find">
      <option v-for="page in pages" :key="page.id" :value="page.id">{{ page.name }}</option>
    </select>
    <SpanField
      v-if="kind === 'find the words'"
      label="Words that students should find"
      :model-value="draft.evidence ?? []"
      @update:model-value="draft.evidence = $event"
    />

    <button
      v-if="!more"
      class="self-start text-[13px] font-semibold text-lake hover:underline"
      type="button"
      @click="more = true"
    >
      Answer, evidence, paper, chart …
    </button>
    <template v-else>
      <label class="text-[13px] text-quiet" :for="`${id}a`">Answer to show afterwards</label>
      <textarea :id="`${id}a`" v-model="draft.answer" class="field -mt-1 w-full resize-none" rows="2" />
      <SpanField
        v-if="kind !== 'find the words' && kind !== 'choose'"
        label="Evidence, shown beside the question"
        :model-value="draft.evidence ?? []"
        @update:model-value="draft.evidence = $event"
      />
      <label class="text-[13px] text-quiet" :for="`${id}p`">On paper</label>
      <input
        :id="`${id}p`"
        v-model="draft.paper"
        class="field -mt-1"
        placeholder="for instance: one sentence"
      />
      <template v-if="lesson.plan?.organizers?.length">
        <label class="text-[13px] text-quiet" :for="`${id}o`">Chart beside it</label>
        <select :id="`${id}o`" v-model="draft.organizer" class="field -mt-1">
          <option value="">none</option>
          <option v-for="chart in lesson.plan.organizers" :key="chart.id" :value="chart.id">
            {{ chart.title }}
          </option>
        </select>
      </template>
    </template>

    <div class="flex flex-wrap items-center gap-2">
      <label :for="`${id}s`" class="whitespace-nowrap">Think time</label>
      <input
        :id="`${id}s`"
        v-model="draft.think_seconds"
        class="field w-[72px]"
        type="number"
        min="0"
        max="600"
        step="1"
      />
      s
    </div>
    <div class="flex gap-2">
      <button class="button button-main" type="submit" :disabled="!draft.question.trim()">{{ deed }}</button>
      <button class="button" type="button" @click="emit('cancel')">Cancel</button>
    </div>
  </form>
</template>
