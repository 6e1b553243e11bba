<script setup lang="ts">
import { computed, nextTick, ref, useId, watch } from 'vue'
import type { Command, Schemas } from '@/api/client'
import { toSayAgain } from '../record/sentHere'

/** Talk in words: roughly as it was heard, until the teacher writes what she says. Only her words reach students. */
const props = defineProps<{
  talk: Schemas['TalkStretch']
  take: string
  /** The word that was read before it. */
  after: string
  playing: boolean
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{ hear: []; stop: [] }>()
const id = useId()
const writing = ref(false)
const draft = ref('')
const field = ref<HTMLTextAreaElement>()
/** The words that are chosen in the field, counted from 0. */
const chosen = ref<{ first: number; last: number }>()

const place = computed(() => ({ take: props.take, start: props.talk.start, end: props.talk.end }))
watch(
  () => props.talk.text,
  (text) => writing.value && (draft.value = text),
)
async function write() {
  draft.value = props.talk.text || props.talk.heard
  writing.value = true
  await nextTick()
  field.value?.focus()
}
async function keep() {
  if (await props.send({ kind: 'keep talk', ...place.value, text: draft.value })) writing.value = false
}
const countWords = (text: string) => text.trim().split(/\s+/).filter(Boolean).length
function choose() {
  const { selectionStart: from = 0, selectionEnd: to = 0 } = field.value ?? {}
  const inside = draft.value.slice(from, to).trim()
  const before = draft.value.slice(0, from)
  // A word that is chosen in part is meant as a whole.
  const first = countWords(before) - (/\S$/.test(before) && /^\S/.test(draft.value.slice(from)) ? 1 : 0)
  chosen.value = inside ? { first, last: first + countWords(inside) - 1 } : undefined
}
const canBlank = computed(() => !!chosen.value && draft.value === props.talk.text)
async function blank() {
  const { first, last } = chosen.value!
  const words = props.talk.words
  const from = words[first]
  const until = words[last]
  if (!from || !until) return
  chosen.value = undefined
  await props.send({
    kind: 'blank talk',
    ...place.value,
    text: props.talk.text,
    first,
    last,
    silent: from.start,
    until: until.end,
  })
}
</script>

<template>
  <div class="mt-1 text-[14px]">
    <form v-if="writing" class="flex flex-col gap-1.5" @submit.prevent="keep">
      <label class="text-[13px] text-quiet" :for="id"
        >What you say here, as students read it. Choose words to blank them.</label
      >
      <textarea
        :id="id"
        ref="field"
        v-model="draft"
        class="field resize-none"
        rows="3"
        maxlength="4000"
        @select="choose"
        @keyup="choose"
        @mouseup="choose"
        @keydown.ctrl.enter.prevent="keep"
        @keydown.ctrl.space.prevent="playing ? emit('stop') : emit('hear')"
        @keydown.esc="writing = false"
      />
      <div class="flex flex-wrap items-center gap-2">
        <button class="button min-h-[32px] text-[14px]" type="submit">These are my words</button>
        <button
          class="button min-h-[32px] text-[14px]"
          type="button"
          @click="playing ? emit('stop') : emit('hear')"
        >
          {{ playing ? 'Stop' : 'Hear it' }} <kbd class="key">Ctrl Space</kbd>
        </button>
        <button
          class="button min-h-[32px] text-[14px]"
          type="button"
          :disabled="!canBlank"
          title="Choose some of the kept words first"
          @click="blank"
        >
          Blank the chosen words
        </button>
        <button
          v-if="talk.planned && draft !== talk.planned"
          class="button min-h-[32px] text-[14px]"
          type="button"
          :title="talk.planned"
          @click="draft = talk.planned"
        >
          Take my cue note
        </button>
        <button class="button min-h-[32px] text-[14px]" type="button" @click="writing = false">Done</button>
      </div>
    </form>
    <p v-else class="flex flex-wrap items-baseline gap-x-3">
      <span v-if="talk.text" class="min-w-0">{{ talk.text }}</span>
      <span v-else class="min-w-0 text-quiet"
        ><template v-if="talk.heard"
          >Heard: <q class="text-ink">{{ talk.heard }}</q></template
        ><template v-else>Students read “The teacher talks about it.”</template></span
      >
      <button
        v-if="!talk.text && talk.heard"
        class="min-h-[24px] font-semibold whitespace-nowrap text-lake hover:underline"
        type="button"
        title="Until then students read: The teacher talks about it."
        @click="send({ kind: 'keep talk', ...place, text: talk.heard })"
      >
        These are my words
      </button>
      <button
        class="min-h-[24px] font-semibold whitespace-nowrap text-lake hover:underline"
        type="button"
        @click="write"
      >
        {{ talk.text ? 'Change the words' : 'Write what you say' }}
      </button>
      <RouterLink
        class="min-h-[24px] font-semibold whitespace-nowrap text-lake hover:underline"
        :to="{ name: 'record', query: toSayAgain({ ...place, after }) }"
        >Say it again</RouterLink
      >
      <button
        v-if="talk.blanks.length"
        class="min-h-[24px] font-semibold whitespace-nowrap text-quiet hover:underline"
        type="button"
        @click="send({ kind: 'hear talk', ...place })"
      >
        Let what is blanked be heard
      </button>
    </p>
  </div>
</template>
