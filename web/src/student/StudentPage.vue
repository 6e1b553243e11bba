<script setup lang="ts">
import { Pause, Play } from '@lucide/vue'
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import { useKeys } from '@/parts/keys'
import { clock } from '@/parts/words'
import { SPEEDS, usePlayer } from '@/stage/player'
import StagePage from '@/stage/StagePage.vue'
import TrailSlider from './TrailSlider.vue'

const props = defineProps<{ token: string }>()
const stage = shallowRef<Schemas['StudentStage']>()
const problem = ref<Problem>()
const goOnButton = ref<HTMLButtonElement>()
const sheet = computed(() => stage.value?.sheet)
const player = usePlayer(
  computed(() => (stage.value ? `/api/student/${props.token}/sound` : '')),
  sheet,
  { gates: true },
)
const pageNote = computed(() => {
  const page = player.state.value?.page ?? 0
  const label = stage.value?.layout.pages[page]?.label
  return page === 0
    ? ''
    : `page ${page} of ${stage.value!.layout.pages.length - 1}${label ? ` · in your book: ${label}` : ''}`
})
const gate = computed(() => sheet.value?.gates.find((one) => one.pause === player.gate.value))
const left = computed(() => Math.max(0, Math.ceil((gate.value?.think_seconds ?? 0) - player.waited.value)))
const over = computed(() => !!sheet.value && player.time.value >= sheet.value.seconds - 0.05)

onMounted(async () => {
  try {
    stage.value = await ask(client.GET('/api/student/{token}', { params: { path: { token: props.token } } }))
    document.title = `${stage.value.title} · Word Trail`
    const at = Number(new URLSearchParams(window.location.search).get('at'))
    if (Number.isFinite(at) && at > 0) player.seek(at)
  } catch (fault) {
    problem.value = Problem.of(fault)
  }
})
watch(gate, async (now) => {
  if (!now) return
  await nextTick()
  goOnButton.value?.focus()
})

function toggle() {
  if (over.value) player.seek(0)
  player.toggle()
}

function hearAgain() {
  player.back()
  player.play()
}

function goTo(word: string) {
  const light = sheet.value?.lights.find((one) => one.word === word)
  if (light) player.seek(light.start)
}

useKeys({
  space: toggle,
  b: player.back,
  '-': () => player.changeSpeed(-1),
  '+': () => player.changeSpeed(1),
})
</script>

<template>
  <div class="flex h-screen flex-col bg-white">
    <template v-if="stage && player.state.value">
      <header class="flex min-h-[52px] items-baseline gap-3 px-8 pt-4">
        <h1 class="text-[18px] font-bold">{{ stage.title }}</h1>
        <p class="text-quiet">{{ pageNote }}</p>
        <p class="ml-auto text-quiet">
          {{
            [stage.simulated_narrator ? 'read by a simulated narrator' : '', stage.room]
              .filter(Boolean)
              .join(' · ')
          }}
        </p>
      </header>
      <main class="relative min-h-0 flex-1">
        <StagePage
          :layout="stage.layout"
          :state="player.state.value"
          :sheet="stage.sheet"
          :waited="player.waited.value"
          cards
          :choosable="player.state.value.page > 0"
          label="The page"
          :pictures="`/api/student/${token}/pictures/`"
          @choose="goTo"
        />
        <p v-if="player.fault.value" role="alert" class="absolute inset-x-8 bottom-2 text-center text-signal">
          {{ player.fault.value }} Load this page again.
        </p>
      </main>
      <section
        v-if="gate"
        class="flex flex-wrap items-center gap-4 border-t border-lake bg-lake-pale px-8 py-3"
        aria-labelledby="turn"
      >
        <h2 id="turn" class="text-[17px] font-bold text-lake">Your turn</h2>
        <p class="sr-only" role="status">{{ gate.question }}</p>
        <p class="mr-auto text-[14px]">
          {{ left ? `${left} s to think. Take longer if you like.` : 'Take your time.' }}
        </p>
        <button
          ref="goOnButton"
          class="button button-main min-h-[48px] text-[16px]"
          type="button"
          @click="player.play()"
        >
          I am ready, go on
        </button>
        <button class="button min-h-[48px] text-[16px]" type="button" @click="hearAgain">
          Hear it again
        </button>
      </section>
      <footer class="flex min-h-[88px] items-center gap-4 border-t border-hairline bg-mist px-8">
        <button
          class="flex h-[60px] w-[60px] shrink-0 items-center justify-center rounded-round bg-moss text-white hover:bg-moss-deep"
          type="button"
          :aria-label="player.playing.value ? 'Stop' : 'Play'"
          @click="toggle"
        >
          <Pause v-if="player.playing.value" :size="26" fill="currentColor" /><Play
            v-else
            :size="26"
            fill="currentColor"
          />
        </button>
        <button class="button min-h-[48px]" type="button" @click="player.back()">Back a sentence</button>
        <TrailSlider
          class="min-w-0 flex-1"
          :sheet="stage.sheet"
          :time="player.time.value"
          @seek="player.seek"
        />
        <span class="w-[44px] text-[14px] tabular-nums text-quiet">{{
          clock(stage.sheet.seconds - player.time.value)
        }}</span>
        <button
          class="button min-h-[48px]"
          type="button"
          :disabled="player.speed.value <= SPEEDS[0]"
          @click="player.changeSpeed(-1)"
        >
          Slower
        </button>
        <button
          class="button min-h-[48px]"
          type="button"
          :disabled="player.speed.value >= SPEEDS[SPEEDS.length - 1]!"
          @click="player.changeSpeed(1)"
        >
          Faster
        </button>
        <span class="w-[46px] text-[14px] text-quiet" aria-live="polite">{{ player.speed.value }} ×</span>
      </footer>
    </template>
    <main
      v-else-if="problem"
      class="flex flex-1 flex-col items-center justify-center gap-2 bg-mist p-8 text-center"
      role="alert"
    >
      <h1 class="text-[22px] font-bold">{{ problem.title }}</h1>
      <p>{{ problem.message }} {{ problem.nextStep }}</p>
    </main>
    <p v-else class="m-auto text-quiet">Opening the lesson …</p>
  </div>
</template>
