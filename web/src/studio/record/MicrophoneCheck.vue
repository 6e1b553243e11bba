<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue'
import { Problem, type Schemas } from '@/api/client'

/** Five seconds to try the microphone and hear it, and what is to be said of it. */
const props = defineProps<{
  /** The microphone's sound; nothing where it cannot be had. */
  open: () => Promise<MediaStream | undefined>
  /** What can be read aloud meanwhile. */
  text: string
}>()
const SECONDS = 5
const left = ref(0)
const looking = ref(false)
const found = ref<Schemas['MicrophoneCheck']>()
const problem = ref('')
const heard = ref('')
let timer = 0

async function check() {
  forget()
  const stream = await props.open()
  if (!stream) return
  const recorder = new MediaRecorder(stream)
  const pieces: Blob[] = []
  recorder.ondataavailable = (event) => pieces.push(event.data)
  const over = new Promise((resolve) => (recorder.onstop = resolve))
  recorder.start()
  for (left.value = SECONDS; left.value > 0; left.value--)
    await new Promise((resolve) => (timer = window.setTimeout(resolve, 1000)))
  recorder.stop()
  await over
  await look(new Blob(pieces, { type: recorder.mimeType }))
}
async function look(sound: Blob) {
  heard.value = URL.createObjectURL(sound)
  looking.value = true
  try {
    const answer = await fetch('/api/microphone-check', { method: 'POST', body: sound })
    const said: unknown = await answer.json()
    if (!answer.ok) throw Problem.from(answer.status, said as Partial<Schemas['Problem']>)
    found.value = said as Schemas['MicrophoneCheck']
  } catch (fault) {
    problem.value = Problem.of(fault).message
  } finally {
    looking.value = false
  }
}
/** What was heard, just as it is. */
function hear() {
  void new Audio(heard.value).play()
}
function forget() {
  window.clearTimeout(timer)
  if (heard.value) URL.revokeObjectURL(heard.value)
  found.value = undefined
  problem.value = heard.value = ''
}
onBeforeUnmount(forget)
</script>

<template>
  <section aria-label="Microphone check" aria-live="polite">
    <p v-if="left" class="rounded-panel bg-moss-pale px-3 py-2 text-[14px]">
      <strong>Read this aloud, {{ left }} s:</strong> “{{ text }}”
    </p>
    <p v-else-if="looking" class="text-[13px] text-quiet">Listening to it …</p>
    <template v-else-if="found">
      <ul v-if="found.advice.length" class="flex flex-col gap-2">
        <li
          v-for="one in found.advice"
          :key="one.fault"
          class="rounded-panel border border-ochre bg-white px-3 py-2 text-[13px]"
        >
          <strong class="block">{{ one.what }}</strong>{{ one.do }}
        </li>
      </ul>
      <p v-else class="text-[14px] font-semibold text-moss">The sound is good.</p>
      <p class="mt-1 text-[12px] text-quiet">
        Voice {{ found.figures.loudness }} LUFS, room {{ found.figures.noise }} dB{{
          found.figures.decay ? `, echo ${found.figures.decay} s` : ''
        }}
      </p>
    </template>
    <p v-if="problem" class="text-[13px] text-signal">{{ problem }}</p>
    <button
      v-if="heard && !left"
      class="button mr-3 min-h-[30px] px-2 text-[13px]"
      type="button"
      @click="hear"
    >
      Hear it
    </button>
    <button
      v-if="!left && !looking"
      class="mt-1 min-h-[24px] text-[13px] font-semibold text-moss underline"
      type="button"
      @click="check"
    >
      {{ found ? 'Check it once more' : 'Check the sound, 5 s' }}
    </button>
  </section>
</template>
