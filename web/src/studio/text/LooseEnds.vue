<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Command, Schemas } from '@/api/client'

/** What hung on words that went away: listed until it is put on other words or has been seen. */
const props = defineProps<{
  ends: readonly Schemas['LooseEnd'][]
  words: Schemas['Passage']
  send: (command: Command) => Promise<boolean>
}>()
const open = ref('')
const wanted = ref('')

/** The words of the passage that are printed like what was typed, one after another. */
const found = computed(() => {
  const printed = wanted.value.trim().split(/\s+/).filter(Boolean).map(bare)
  const all = props.words.pages.flatMap((page) => page.blocks.flatMap((block) => block.words))
  if (!printed.length) return undefined
  const at = all.findIndex((_, i) =>
    printed.every((text, n) => all[i + n] && bare(all[i + n]!.text) === text),
  )
  return at < 0 ? undefined : { first: all[at]!.id, last: all[at + printed.length - 1]!.id }
})
const bare = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

async function putBack(end: Schemas['LooseEnd']) {
  if (found.value && (await props.send({ kind: 'put back', id: end.id, ...found.value }))) {
    open.value = ''
    wanted.value = ''
  }
}
</script>

<template>
  <section class="mb-2 rounded-panel border border-ochre bg-white px-4 py-2.5" aria-label="Loose ends">
    <div class="flex items-start gap-3">
      <ul class="flex-1 space-y-1">
        <li v-for="end in ends" :key="end.id">
          {{ end.sentence }}
          <template v-if="end.mark || end.point">
            <button
              v-if="open !== end.id"
              class="rounded-small px-1 text-lake underline"
              type="button"
              @click="open = end.id"
            >
              Put it on other words
            </button>
            <form v-else class="mt-1 flex items-center gap-2" @submit.prevent="putBack(end)">
              <label class="shrink-0 text-[14px]" :for="`put-${end.id}`">On the words</label>
              <input
                :id="`put-${end.id}`"
                v-model="wanted"
                class="field h-[34px] max-w-[320px] py-0 font-passage"
                autocomplete="off"
              />
              <button class="button min-h-[34px]!" type="submit" :disabled="!found">Put it there</button>
              <span v-if="wanted.trim() && !found" class="text-[13px] text-signal"
                >These words do not stand in the passage.</span
              >
            </form>
          </template>
        </li>
      </ul>
      <button class="button" type="button" @click="send({ kind: 'clear loose ends' })">I have seen it</button>
    </div>
  </section>
</template>
