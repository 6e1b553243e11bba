<script setup lang="ts">
import { Volume2 } from '@lucide/vue'
import { computed, ref } from 'vue'
import { Problem, type Command, type Schemas } from '@/api/client'
import { useDraft } from '@/parts/draft'

/** How words will be expected to sound: numbers, names, abbreviations; respelled or chosen. */
const props = defineProps<{
  sayings: readonly Schemas['Saying'][]
  words: readonly string[]
  send: (command: Command) => Promise<boolean>
}>()
const { draft: drafts } = useDraft<Record<string, string>>(
  () => Object.fromEntries(props.sayings.map((one) => [one.text, one.syllables])),
  () => Promise.resolve(true),
)
const problem = ref('')
const other = ref('')
const respell = (text: string, said: string) => props.send({ kind: 'respell', text, said })

async function hear(text: string, said: string) {
  problem.value = ''
  const sound = new Audio(`/api/say?${new URLSearchParams({ text, said })}`)
  try {
    await sound.play()
  } catch (fault) {
    problem.value =
      fault instanceof DOMException && fault.name === 'NotSupportedError'
        ? 'This respelling cannot be read. Write it in syllables of letters, like oh-KAH-for.'
        : Problem.of(fault).message
  }
}
const others = computed(() => [...new Set(props.words)].filter((word) => !(word in drafts.value)).sort())
function add() {
  const word = others.value.find((one) => one === other.value)
  if (word) drafts.value = { [word]: '', ...drafts.value }
  other.value = ''
}
const rows = computed(() => {
  const known = new Map(props.sayings.map((one) => [one.text, one]))
  return Object.keys(drafts.value).map(
    (text) =>
      known.get(text) ?? {
        text,
        spoken: '',
        syllables: '',
        others: [],
        own: false,
        unusual: false,
        guessed: false,
      },
  )
})
</script>

<template>
  <section class="panel min-h-0 flex-1 overflow-y-auto p-5" aria-label="How words sound">
    <div class="flex flex-wrap items-start gap-4">
      <p class="max-w-[620px] text-quiet">
        Numbers, names and short forms are said otherwise than they are printed. This is how Word Trail will
        listen for them. Listen, and write a better one in syllables, like <b>oh-KAH-for</b>. The voice is
        simulated.
      </p>
      <form class="ml-auto flex items-end gap-2" @submit.prevent="add">
        <div>
          <label class="label text-[13px]" for="other-word">Another word</label>
          <input
            id="other-word"
            v-model="other"
            class="field h-[34px] w-[180px]! py-0"
            list="words-of-passage"
            autocomplete="off"
          />
          <datalist id="words-of-passage">
            <option v-for="word in others" :key="word" :value="word" />
          </datalist>
        </div>
        <button class="button" type="submit">Show it</button>
      </form>
    </div>
    <p v-if="problem" role="alert" class="mt-3 text-signal">{{ problem }}</p>
    <table v-if="rows.length" class="mt-4 w-full text-left">
      <thead class="text-[13px] text-quiet">
        <tr class="border-b border-hairline">
          <th class="py-1.5 font-semibold">Printed</th>
          <th class="font-semibold">Said as</th>
          <th class="font-semibold">In syllables</th>
          <th class="font-semibold">Other ways</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in rows" :key="one.text" class="border-b border-hairline align-middle">
          <td class="py-2 pr-4 font-passage text-[17px]">{{ one.text }}</td>
          <td class="pr-4 text-quiet">
            {{ one.spoken }}
            <span v-if="one.guessed && !one.own" class="block text-[13px] text-ochre-deep">guessed</span>
          </td>
          <td class="pr-4">
            <form class="flex gap-1.5" @submit.prevent="respell(one.text, drafts[one.text] ?? '')">
              <input
                v-model="drafts[one.text]"
                class="field h-[34px] min-w-[150px] py-0"
                :aria-label="`${one.text} in syllables`"
                maxlength="60"
                autocomplete="off"
              />
              <button
                class="button min-h-[34px]! px-2.5!"
                type="button"
                :aria-label="`Hear ${one.text}`"
                @click="hear(one.text, drafts[one.text] ?? '')"
              >
                <Volume2 :size="18" aria-hidden="true" />
              </button>
              <button
                v-if="(drafts[one.text] ?? '') !== one.syllables"
                class="button button-main min-h-[34px]!"
                type="submit"
              >
                Keep
              </button>
              <button
                v-else-if="one.own"
                class="button min-h-[34px]!"
                type="button"
                @click="respell(one.text, '')"
              >
                As before
              </button>
            </form>
          </td>
          <td>
            <div class="flex flex-wrap gap-1.5">
              <button
                v-for="way in one.others.slice(0, 3)"
                :key="way"
                class="button min-h-[30px]! px-2! text-[13px]"
                type="button"
                @click="respell(one.text, way)"
              >
                {{ way }}
              </button>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="mt-8 text-center">Every word of this passage is said as dictionaries have it.</p>
  </section>
</template>
