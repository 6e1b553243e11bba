<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { computed } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'
import SpanField from '../SpanField.vue'

const { letters } = useCatalogue()
const props = defineProps<{ limits: Record<string, Schemas['Limits']> }>()
const limits = computed(() => props.limits.choices!)
const activity = defineModel<Schemas['Choose']>({ required: true })

function change(n: number, part: Partial<Schemas['Choice']>) {
  const choices = activity.value.choices.map((choice, i) => (i === n ? { ...choice, ...part } : choice))
  activity.value = { ...activity.value, choices }
}
function add() {
  const choice = { text: '', right: false, reason: '', proof: [] }
  activity.value = { ...activity.value, choices: [...activity.value.choices, choice] }
}
function remove(n: number) {
  const strike = activity.value.strike.filter((one) => one !== n).map((one) => (one > n ? one - 1 : one))
  activity.value = { ...activity.value, choices: activity.value.choices.filter((_, i) => i !== n), strike }
}

/** The wrong choices in the order in which they are struck out. */
const strikes = computed(() => {
  const wrong = activity.value.choices.flatMap((choice, n) => (choice.right ? [] : [n]))
  const kept = activity.value.strike.filter((n) => wrong.includes(n))
  return [...kept, ...wrong.filter((n) => !kept.includes(n))]
})
function strikeFirst(n: number) {
  activity.value = { ...activity.value, strike: [n, ...strikes.value.filter((other) => other !== n)] }
}
const textOf = (event: Event) => (event.target as HTMLTextAreaElement).value
/** Enter keeps the pause point, as in a field of one line. */
const done = (event: Event) => (event.target as HTMLTextAreaElement).form?.requestSubmit()
</script>

<template>
  <fieldset class="flex flex-col gap-2">
    <legend class="text-[13px] text-quiet">Answers: tick the right ones</legend>
    <div v-for="(choice, n) in activity.choices" :key="n" class="rounded-small border border-hairline p-2">
      <div class="flex items-center gap-2">
        <input
          class="h-4 w-4 accent-moss"
          type="checkbox"
          :aria-label="`Answer ${letters[n]} is right`"
          :checked="choice.right"
          @change="change(n, { right: ($event.target as HTMLInputElement).checked })"
        />
        <textarea
          class="field field-sizing-content min-w-0 flex-1 resize-none"
          rows="1"
          :aria-label="`Answer ${letters[n]}`"
          :placeholder="`Answer ${letters[n]}`"
          :value="choice.text"
          @input="change(n, { text: textOf($event) })"
          @keydown.enter.exact.prevent="done"
        />
        <button
          v-if="activity.choices.length > limits.least"
          class="p-1 text-quiet hover:text-signal"
          type="button"
          :aria-label="`Remove answer ${letters[n]}`"
          @click="remove(n)"
        >
          <Trash2 :size="15" aria-hidden="true" />
        </button>
      </div>
      <textarea
        class="field field-sizing-content mt-1 w-full resize-none text-[13px]"
        rows="1"
        :aria-label="`Why answer ${letters[n]} is ${choice.right ? 'right' : 'wrong'}`"
        :placeholder="choice.right ? 'Why it is right' : 'Why it is wrong'"
        :value="choice.reason"
        @input="change(n, { reason: textOf($event) })"
        @keydown.enter.exact.prevent="done"
      />
      <SpanField
        class="mt-1"
        :label="choice.right ? 'Words that prove it' : 'Words that rule it out'"
        :model-value="choice.proof"
        @update:model-value="change(n, { proof: $event })"
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
    <button v-if="activity.choices.length < limits.most" class="button self-start" type="button" @click="add">
      <Plus :size="15" aria-hidden="true" /> Another answer
    </button>
  </fieldset>
</template>
