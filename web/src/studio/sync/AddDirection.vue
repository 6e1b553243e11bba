<script setup lang="ts">
import { ref, useId } from 'vue'
import { clock } from '@/parts/words'
import type { Doing } from './stripDirections'

/** Put something on the stage at the moment at which the sound stands. */
const props = defineProps<{ doings: readonly Doing[]; time: number }>()
const emit = defineEmits<{ add: [doing: Doing] }>()
const id = useId()
const chosen = ref(-1)

function add() {
  const doing = props.doings[chosen.value]
  if (doing) emit('add', doing)
}
</script>

<template>
  <form class="flex flex-col gap-1" @submit.prevent="add">
    <label class="font-bold" :for="id">On the stage at {{ clock(time, true) }}</label>
    <div class="flex gap-2">
      <select :id="id" v-model.number="chosen" class="field min-w-0 flex-1 py-1.5">
        <option :value="-1" disabled>Turn, show, stop …</option>
        <option v-for="(doing, n) in doings" :key="n" :value="n">{{ doing.name }}</option>
      </select>
      <button class="button" type="submit" :disabled="chosen < 0">Put it here</button>
    </div>
  </form>
</template>
