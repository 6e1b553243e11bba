<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { useLocalStorage } from '@vueuse/core'
import { computed, nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask, client, Problem } from '@/api/client'
import BrandMark from '@/parts/BrandMark.vue'
import ProblemNote from '@/parts/ProblemNote.vue'
import PassageForm, { type Draft } from './PassageForm.vue'
import BringIn from './text/BringIn.vue'
import { useBringIn } from './text/bringIn'

const EMPTY: Draft = { text: '', title: '', author: '', permission: '' }
/** Kept on this computer until the lesson is made, so that no text is ever lost. */
const draft = useLocalStorage<Draft>('wordtrail-new-lesson', { ...EMPTY })
const problem = ref<Problem>()
const busy = ref(false)
const router = useRouter()
const queries = useQueryClient()
const bringing = useBringIn('wordtrail-new-files')
const filesReady = computed(() => bringing.ready.value.length > 0 && !bringing.busy.value)

async function makeFromFiles() {
  busy.value = true
  problem.value = undefined
  try {
    const { title } = draft.value
    const body = { files: bringing.chosen(), title, unit: '' }
    const made = await ask(client.POST('/api/lessons/from-files', { body }))
    draft.value = { ...EMPTY }
    bringing.items.value = []
    await nextTick()
    queries.removeQueries({ queryKey: ['shelf'] })
    await router.push({ name: 'text', params: { id: made.id } })
  } catch (fault) {
    problem.value = Problem.of(fault)
  } finally {
    busy.value = false
  }
}

const words = ref('')
const ofWords = ref(false)
/** A lesson of word cards alone, with no passage. */
async function makeOfWords() {
  busy.value = true
  problem.value = undefined
  try {
    const body = { words: words.value, title: draft.value.title, unit: '' }
    const made = await ask(client.POST('/api/lessons/from-words', { body }))
    queries.removeQueries({ queryKey: ['shelf'] })
    await router.push({ name: 'plan', params: { id: made.id } })
  } catch (fault) {
    problem.value = Problem.of(fault)
  } finally {
    busy.value = false
  }
}

async function make() {
  busy.value = true
  problem.value = undefined
  try {
    const made = await ask(client.POST('/api/lessons', { body: { ...draft.value, unit: '' } }))
    draft.value = { ...EMPTY }
    queries.removeQueries({ queryKey: ['shelf'] })
    await router.push({ name: 'plan', params: { id: made.id } })
  } catch (fault) {
    problem.value = Problem.of(fault)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div
    class="mx-auto flex h-screen min-h-[640px] max-w-[1320px] flex-col gap-4 px-6 py-5 narrow:h-auto narrow:px-3"
  >
    <header class="flex items-center gap-4 narrow:flex-wrap narrow:gap-2">
      <RouterLink :to="{ name: 'shelf' }" aria-label="Word Trail, to your shelf"><BrandMark /></RouterLink>
      <h1 class="text-[18px] font-bold">A new lesson</h1>
      <span class="ml-auto text-quiet">{{ draft.text.trim() ? 'Kept on this computer' : '' }}</span>
      <button v-if="!ofWords" class="button" type="button" @click="ofWords = true">
        Only word cards, without a passage
      </button>
      <button
        v-if="bringing.items.value.length"
        class="button button-main"
        type="button"
        :disabled="busy || !filesReady"
        @click="makeFromFiles"
      >
        Make the lesson and check the text
      </button>
      <button
        v-else
        class="button button-main"
        type="button"
        :disabled="busy || !draft.text.trim()"
        @click="make"
      >
        Make the lesson
      </button>
    </header>
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
    <form
      v-if="ofWords"
      class="panel flex items-end gap-3 px-4 py-3 narrow:flex-wrap"
      @submit.prevent="makeOfWords"
      @keydown.esc="ofWords = false"
    >
      <label class="min-w-0 flex-1">
        <span class="label">Words, with commas between</span>
        <input v-model="words" class="field w-full" placeholder="hop, hopping, rainbow, under the hill" />
      </label>
      <button class="button button-main" type="submit" :disabled="busy || !words.trim()">
        Make a lesson of these words
      </button>
      <button class="button" type="button" @click="ofWords = false">Cancel</button>
    </form>
    <ProblemNote v-if="problem" :problem="problem" @dismiss="problem = undefined" />
    <PassageForm v-model="draft" :from-files="bringing.items.value.length" @files="bringing.add($event)">
      <BringIn :bringing="bringing" />
    </PassageForm>
  </div>
</template>
