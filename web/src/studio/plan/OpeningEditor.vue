<script setup lang="ts">
import { useId } from 'vue'
import type { Schemas } from '@/api/client'
import { useDraft } from '@/parts/draft'
import OwnSeconds from './OwnSeconds.vue'

/** What comes before the reading and after it. Kept when a field is left. */
const props = defineProps<{
  lesson: Schemas['Lesson']
  sendOpening: (opening: Schemas['Opening']) => Promise<boolean>
  sendClosing: (closing: Schemas['Closing']) => Promise<boolean>
}>()
const id = useId()

/** Lists are written one thing a line; of the pictures only those with a question are walked to. */
const written = (opening: Schemas['Opening']) => ({
  purpose: opening.purpose,
  focus: opening.focus,
  objectives: opening.objectives.join('\n'),
  look_back: opening.look_back,
  at_hand: opening.at_hand.join('\n'),
  quick_write: opening.quick_write,
  sight_words: opening.sight_words.join(' '),
  write_seconds: opening.write_seconds,
  hand_seconds: opening.hand_seconds,
  cover: opening.cover,
  walk: Object.fromEntries(opening.picture_walk.map((one) => [one.picture, one.question])) as Record<
    string,
    string
  >,
})
const lines = (text: string) =>
  text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean)
const { draft: text, keep: keepOpening } = useDraft(
  () => written(props.lesson.plan.opening),
  ({ walk, ...opening }) =>
    props.sendOpening({
      ...opening,
      objectives: lines(opening.objectives),
      at_hand: lines(opening.at_hand),
      sight_words: opening.sight_words.split(/[\s,]+/).filter(Boolean),
      write_seconds: Number(opening.write_seconds),
      hand_seconds: Number(opening.hand_seconds),
      picture_walk: Object.entries(walk).map(([picture, question]) => ({ picture, question })),
    }),
)
const { draft: after, keep: keepClosing } = useDraft(
  () => props.lesson.plan.closing,
  (closing) =>
    props.sendClosing({
      ...closing,
      recap_seconds: Number(closing.recap_seconds),
      task_seconds: Number(closing.task_seconds),
    }),
)
const pictures = () =>
  props.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.filter((block) => block.picture)))

const BEFORE = [
  { name: 'purpose', label: 'Purpose', hint: 'Read to find out …', rows: 2 },
  { name: 'focus', label: 'Focus question', hint: 'How can a dance be a map?', rows: 1 },
  { name: 'objectives', label: 'Objectives, one a line', hint: 'I can …', rows: 2 },
  { name: 'look_back', label: 'A look back at last time', hint: '', rows: 1 },
  { name: 'at_hand', label: 'What to have at hand, one a line', hint: 'your book, page 12', rows: 2 },
  { name: 'sight_words', label: 'Sight words to say first', hint: 'the has go', rows: 1 },
  { name: 'quick_write', label: 'A quick question to write about', hint: '', rows: 1 },
] as const
/** Fields with seconds of their own, 0 for as long as it takes to read. */
const SECONDS = {
  at_hand: 'hand_seconds',
  quick_write: 'write_seconds',
  recap: 'recap_seconds',
  task: 'task_seconds',
} as const
const secondsOf = (name: string) => (name in SECONDS ? SECONDS[name as keyof typeof SECONDS] : undefined)
/** Whether something stands there that has seconds. */
const isTimed = (of: object, name: string) => !!secondsOf(name) && !!(of as Record<string, unknown>)[name]
const AFTER = [
  { name: 'recap', label: 'What we found out', hint: '', rows: 2 },
  { name: 'task', label: 'What to do now', hint: '', rows: 2 },
] as const
</script>

<template>
  <div class="flex flex-col gap-4">
    <form class="flex flex-col gap-1.5" @submit.prevent="keepOpening" @change="keepOpening">
      <h2 class="font-bold">Before the reading</h2>
      <template v-for="field in BEFORE" :key="field.name">
        <label class="text-[13px] text-quiet" :for="`${id}${field.name}`">{{ field.label }}</label>
        <textarea
          :id="`${id}${field.name}`"
          v-model="text[field.name]"
          class="field -mt-1 resize-none"
          :rows="field.rows"
          :placeholder="field.hint"
        />
        <OwnSeconds
          v-if="isTimed(text, field.name)"
          v-model="text[secondsOf(field.name) as 'write_seconds']"
        />
      </template>
      <template v-if="pictures().length">
        <label class="text-[13px] text-quiet" :for="`${id}cover`">Picture beside the title</label>
        <select :id="`${id}cover`" v-model="text.cover" class="field -mt-1">
          <option value="">none</option>
          <option v-for="(block, n) in pictures()" :key="block.id" :value="block.id">
            {{ block.text || `picture ${n + 1}` }}
          </option>
        </select>
      </template>
      <template v-for="(block, n) in pictures()" :key="block.id">
        <label class="text-[13px] text-quiet" :for="`${id}w${n}`"
          >Picture walk: question about “{{ block.text || `picture ${n + 1}` }}”</label
        >
        <input :id="`${id}w${n}`" v-model="text.walk[block.id]" class="field -mt-1" />
      </template>
    </form>
    <form class="flex flex-col gap-1.5" @submit.prevent="keepClosing" @change="keepClosing">
      <h2 class="font-bold">After the reading</h2>
      <template v-for="field in AFTER" :key="field.name">
        <label class="text-[13px] text-quiet" :for="`${id}${field.name}`">{{ field.label }}</label>
        <textarea
          :id="`${id}${field.name}`"
          v-model="after[field.name]"
          class="field -mt-1 resize-none"
          :rows="field.rows"
        />
        <OwnSeconds
          v-if="isTimed(after, field.name)"
          v-model="after[secondsOf(field.name) as 'task_seconds']"
        />
      </template>
    </form>
  </div>
</template>
