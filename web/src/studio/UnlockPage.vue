<script setup lang="ts">
import { ref } from 'vue'
import { ask, client, Problem } from '@/api/client'
import BrandMark from '@/parts/BrandMark.vue'

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
  <main class="flex min-h-screen items-center justify-center p-6">
    <form class="panel w-full max-w-md p-8" @submit.prevent="open">
      <BrandMark />
      <h1 class="mt-6 text-[22px] font-bold">This is the teacher’s side</h1>
      <p class="mt-1 text-quiet">The passphrase was printed where Word Trail was started.</p>
      <label class="label mt-6" for="passphrase">Passphrase</label>
      <input
        id="passphrase"
        v-model="passphrase"
        class="field"
        type="password"
        autocomplete="current-password"
      />
      <p v-if="problem" role="alert" class="mt-2 text-signal">That is not the passphrase. Try again.</p>
      <button class="button button-main mt-6 w-full" type="submit" :disabled="!passphrase">Come in</button>
    </form>
  </main>
</template>
