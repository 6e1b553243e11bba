<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import { stateAt } from '@/stage/cueReader'
import StagePage from '@/stage/StagePage.vue'
import ProblemNote from '@/parts/ProblemNote.vue'
import { filesOf } from './text/bringIn'

export interface Draft {
  text: string
  title: string
  author: string
  permission: string
}

defineProps<{ fromFiles?: number }>()
const draft = defineModel<Draft>({ required: true })
const emit = defineEmits<{ files: [files: File[]] }>()

/** Text with headings, lists or emphasis, and pictures, are brought in as pages, so that all is kept. */
function paste(event: ClipboardEvent) {
  const html = event.clipboardData?.getData('text/html') ?? ''
  const picture = !!event.clipboardData?.files.length
  if (!picture && !/<(h[1-6]|li|b|strong|i|em|img)[\s>]/i.test(html)) return
  event.preventDefault()
  emit('files', filesOf(event.clipboardData))
}

const preview = shallowRef<Schemas['Preview']>()
const problem = ref<Problem>()
const page = ref(0)

watchDebounced(
  () => ({ ...draft.value }),
  async (wanted) => {
    if (!wanted.text.trim()) {
      preview.value = undefined
      problem.value = undefined
      return
    }
    try {
      preview.value = await ask(client.POST('/api/preview', { body: { ...wanted, unit: '' } }))
      problem.value = undefined
      page.value = Math.min(Math.max(page.value, 1), preview.value.layout.pages.length - 1)
    } catch (fault) {
      problem.value = Problem.of(fault)
    }
  },
  { debounce: 350, immediate: true },
)

/** The first line becomes the title, and leaves the passage. */
function takeTitle({ title, author, text }: Schemas['TitleInText']) {
  draft.value = { ...draft.value, title, author: draft.value.author || author, text }
}

const EMPTY = {
  seconds: 0,
  title_until: 0,
  pages: [],
  lights: [],
  drawings: [],
  gates: [],
  captions: [],
  sentences: [],
}
const state = computed(() => ({ ...stateAt(EMPTY, 0), page: page.value }))
const pages = computed(() => preview.value?.layout.pages.length ?? 0)
defineExpose({ problem })
</script>

<template>
  <div class="grid min-h-0 flex-1 grid-cols-[minmax(340px,5fr)_7fr] gap-6 narrow:flex narrow:flex-col">
    <div class="flex min-h-0 flex-col gap-3">
      <div class="grid grid-cols-2 gap-3">
        <div>
          <label class="label" for="title">Title</label>
          <input id="title" v-model="draft.title" class="field" autocomplete="off" />
        </div>
        <div>
          <label class="label" for="author">Author</label>
          <input id="author" v-model="draft.author" class="field" autocomplete="off" />
        </div>
      </div>
      <p
        v-if="preview?.title_offered && !draft.title.trim()"
        class="flex items-center gap-3 rounded-panel border border-moss-half bg-white px-3 py-1.5"
      >
        <span class="min-w-0 flex-1"
          >“{{ preview.title_offered.title }}” looks like the title{{
            preview.title_offered.author ? `, by ${preview.title_offered.author}` : ''
          }}.</span
        >
        <button class="button min-h-[32px] shrink-0" type="button" @click="takeTitle(preview.title_offered)">
          Use it as the title
        </button>
      </p>
      <div v-if="!fromFiles">
        <label class="label" for="permission">Permission note</label>
        <input
          id="permission"
          v-model="draft.permission"
          class="field"
          autocomplete="off"
          placeholder="Why this text may be used, for the title card"
        />
      </div>
      <slot />
      <div v-if="!fromFiles" class="flex min-h-[200px] flex-1 flex-col">
        <label class="label" for="text">Passage</label>
        <textarea
          id="text"
          v-model="draft.text"
          class="field min-h-0 flex-1 resize-none font-passage text-[17px] leading-relaxed"
          spellcheck="true"
          @paste="paste"
          placeholder="Paste or type the passage here. Leave an empty line between paragraphs."
        />
      </div>
      <p v-if="!fromFiles" class="text-[13px] text-quiet">
        <kbd class="key">#</kbd> heading · <kbd class="key">**bold**</kbd> · <kbd class="key">---</kbd> new
        page · short lines without a gap become a stanza
      </p>
    </div>
    <div class="flex min-h-0 flex-col">
      <ProblemNote v-if="problem" class="mb-3" :problem="problem" @dismiss="problem = undefined" />
      <div class="panel relative min-h-0 flex-1 overflow-hidden p-2 narrow:aspect-video narrow:flex-none">
        <div
          v-if="fromFiles"
          class="flex h-full flex-col items-center justify-center gap-2 px-10 text-center"
        >
          <p class="text-[18px] font-bold">Next, you check the words and shape the pages</p>
          <p class="max-w-[420px] text-quiet">
            Put the files in the order in which they are read. Words that look wrong are gathered for you,
            each beside its line.
          </p>
        </div>
        <StagePage v-else-if="preview" :layout="preview.layout" :state="state" text-only />
        <div v-else class="flex h-full flex-col items-center justify-center gap-2 px-10 text-center">
          <p class="text-[18px] font-bold">Your page will stand here</p>
          <p class="text-quiet">
            Large, without scrolling, with its paragraphs or lines numbered, as students will see it.
          </p>
        </div>
      </div>
      <div class="mt-3 flex min-h-[36px] items-center gap-3">
        <template v-if="preview && !fromFiles">
          <button class="button" type="button" :disabled="page <= 0" @click="page--">Page before</button>
          <span>{{ page === 0 ? 'Title card' : `Page ${page} of ${pages - 1}` }}</span>
          <button class="button" type="button" :disabled="page >= pages - 1" @click="page++">
            Next page
          </button>
          <span class="ml-auto text-quiet"
            >{{ preview.words.toLocaleString() }} words · about
            {{ Math.max(1, Math.round(preview.minutes)) }} min aloud</span
          >
        </template>
      </div>
    </div>
  </div>
</template>
