<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { clock } from '@/parts/words'
import type { Doing } from './stripDirections'

/** Put something on the stage at the moment at which the sound stands. */
const props = defineProps<{
  doings: readonly Doing[]
  /** What can be done with the words that are chosen. */
  withWords: readonly Doing[]
  time: number
}>()
const emit = defineEmits<{ add: [doing: Doing] }>()
const id = useId()
const chosen = ref('')
const keyOf = ({ deed, target }: Doing) => `${deed} ${target}`
const doing = computed(() => [...props.withWords, ...props.doings].find((one) => keyOf(one) === chosen.value))
</script>

<template>
  <form class="flex flex-col gap-1" @submit.prevent="doing && emit('add', doing)">
    <label class="font-bold" :for="id">On the stage at {{ clock(time, true) }}</label>
    <div class="flex gap-2">
      <select :id="id" v-model="chosen" class="field min-w-0 flex-1 py-1.5">
        <option value="" disabled>Turn, show, stop …</option>
        <optgroup v-if="withWords.length" label="The chosen words">
          <option v-for="one in withWords" :key="keyOf(one)" :value="keyOf(one)">{{ one.name }}</option>
        </optgroup>
        <optgroup label="The lesson">
          <option v-for="one in doings" :key="keyOf(one)" :value="keyOf(one)">{{ one.name }}</option>
        </optgroup>
      </select>
      <button class="button" type="submit" :disabled="!doing">Put it here</button>
    </div>
    <p v-if="!withWords.length" class="text-[13px] text-quiet">
      To come closer to words or point at them, click them “On the stage”; with Shift as many as you like.
    </p>
  </form>
</template>
