<script setup lang="ts">
import { ref } from 'vue'
import { ask, client, Problem } from '@/api/client'

/** Asks for the passphrase of the teacher's side. */
defineProps<{ deed: string }>()
const emit = defineEmits<{ opened: [] }>()
const passphrase = ref('')
const problem = ref<Problem>()

async function open() {
  problem.value = undefined
  try {
    await ask(client.POST('/api/unlock', { body: { passphrase: passphrase.value } }))
    emit('opened')
  } catch (fault) {
    problem.value = Problem.of(fault)
  }
}
</script>

<template>
  <form @submit.prevent="open">
    <label class="label" for="passphrase">Passphrase</label>
    <input
      id="passphrase"
      v-model="passphrase"
      class="field"
      type="password"
      autocomplete="current-password"
    />
    <p v-if="problem" role="alert" class="mt-2 text-signal">
      {{ problem.status === 401 ? 'That is not the passphrase. Try again.' : problem.message }}
    </p>
    <button class="button button-main mt-3 w-full" type="submit" :disabled="!passphrase">{{ deed }}</button>
  </form>
</template>
