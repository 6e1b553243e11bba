<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem } from '@/api/client'
import SignIn from '@/parts/SignIn.vue'
import { SIGNED_OUT } from '@/recording/recorder'

/** A take that the server does not take: it is still in this window, and what can be done with it. */
const props = defineProps<{ problem: Problem; over: boolean }>()
const emit = defineEmits<{ again: []; save: []; letGo: [] }>()
const saved = ref(false)
const signedOut = computed(() => props.problem.status === SIGNED_OUT)
function save() {
  emit('save')
  saved.value = true
}
</script>

<template>
  <div role="alert" class="mb-3 rounded-panel border border-signal bg-signal-pale px-4 py-3">
    <p class="font-bold">{{ signedOut ? 'You have to sign in again' : problem.title }}</p>
    <p>
      {{ problem.message }} {{ problem.kept }}
      <template v-if="!over">{{ problem.advice }}</template>
      <strong class="font-semibold">
        {{ over ? 'The whole recording is' : 'What you record is' }} still in this window: do not close it.
      </strong>
    </p>
    <SignIn v-if="signedOut" class="mt-2 max-w-sm" deed="Sign in and go on" @opened="emit('again')" />
    <div class="mt-2 flex flex-wrap gap-2">
      <button v-if="!signedOut" class="button" type="button" @click="emit('again')">Send it again</button>
      <template v-if="over">
        <button class="button" type="button" @click="save">Save the recording as a file</button>
        <button v-if="saved" class="button" type="button" @click="emit('letGo')">
          Go on without the rest
        </button>
      </template>
    </div>
  </div>
</template>
