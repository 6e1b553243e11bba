<script setup lang="ts">
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { useQuery } from '@tanstack/vue-query'
import { useEventListener, useRafFn } from '@vueuse/core'
import { ChevronsUpDown, Mic } from '@lucide/vue'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { onBeforeRouteLeave, useRouter } from 'vue-router'
import { ask, client, Problem } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import LevelMeter from '@/parts/LevelMeter.vue'
import { useKeys } from '@/parts/keys'
import { clock } from '@/parts/words'
import {
  listMicrophones,
  MicrophoneRefused,
  NotHere,
  openMicrophone,
  SIMULATED,
  watchLevel,
  type Microphone,
  type OpenMicrophone,
} from '@/recording/microphones'
import { TakeRecorder } from '@/recording/recorder'
import { stateAt } from '@/stage/cueReader'
import { placesOf } from '@/stage/shapes'
import StagePage from '@/stage/StagePage.vue'
import TakeList from './TakeList.vue'

type Phase = 'idle' | 'counting' | 'recording' | 'paused' | 'keeping'

const lesson = useLesson()
const view = lesson.view
const router = useRouter()
const stage = useStage(
  lesson.id,
  computed(() => view.value?.revision),
)
const settings = useQuery({ queryKey: ['settings'], queryFn: () => ask(client.GET('/api/settings')) })
const rate = ref(view.value?.lesson.words_per_minute ?? 110)
const guide = useQuery({
  queryKey: computed(() => ['guide', lesson.id.value, view.value?.revision, rate.value]),
  queryFn: () =>
    ask(
      client.GET('/api/lessons/{lesson}/guide', {
        params: { path: { lesson: lesson.id.value }, query: { words_per_minute: rate.value } },
      }),
    ),
  placeholderData: (before) => before,
})

const phase = ref<Phase>('idle')
const count = ref(0)
const takeTime = ref(0)
const level = ref(0)
const clipped = ref(false)
const unsent = ref(0)
const trouble = ref('')
const microphones = ref<Microphone[]>([])
const chosen = ref('')
const page = ref(1)
const followGuide = ref(true)
const open = shallowRef<OpenMicrophone>()
const recorder = shallowRef<TakeRecorder>()
let stopLevel = () => {}

const busy = computed(() => phase.value !== 'idle')
const chosenName = computed(
  () => microphones.value.find((m) => m.id === chosen.value)?.name ?? 'The usual microphone',
)
const places = computed(() => (stage.value ? placesOf(stage.value.layout) : new Map()))
const pages = computed(() => stage.value?.layout.pages.length ?? 1)
const guided = computed(() => {
  if (!followGuide.value || (phase.value !== 'recording' && phase.value !== 'paused')) return ''
  const words = guide.data.value?.words ?? []
  return words.find((word) => word.end > takeTime.value - LEAD_IN)?.id ?? ''
})
/** Seconds between the end of the count-in and the guide's first word. */
const LEAD_IN = 0.6
const state = computed(() => ({ ...stateAt(stage.value!.sheet, -1), lit: guided.value, page: page.value }))
const unfinished = computed(() => view.value!.takes.filter((take) => take.state === 'recording'))
const minutes = computed(() => (guide.data.value?.words.at(-1)?.end ?? 0) / 60)

watch(guided, (word) => {
  const turned = places.value.get(word)?.page
  if (turned !== undefined && turned !== page.value) {
    page.value = turned
    recorder.value?.note('page', String(turned))
  }
})

async function refreshMicrophones() {
  microphones.value = await listMicrophones(settings.data.value?.simulated_microphone ?? false)
  if (!microphones.value.some((m) => m.id === chosen.value)) chosen.value = ''
}
onMounted(refreshMicrophones)
watch(() => settings.data.value, refreshMicrophones)
if (navigator.mediaDevices) useEventListener(navigator.mediaDevices, 'devicechange', refreshMicrophones)

async function use(id: string) {
  closeMicrophone()
  chosen.value = id
  trouble.value = ''
  try {
    open.value = await openMicrophone(id, `/api/lessons/${lesson.id.value}/simulated-microphone`)
    stopLevel = watchLevel(open.value.stream, (now, loud) => {
      level.value = Math.max(now, level.value * 0.85)
      clipped.value = loud
    })
    open.value.stream.getAudioTracks()[0]?.addEventListener('ended', unplugged)
    await refreshMicrophones()
    chosen.value = id || open.value.stream.getAudioTracks()[0]?.getSettings().deviceId || ''
  } catch (fault) {
    trouble.value = whyNot(fault)
  }
}

function whyNot(fault: unknown): string {
  const otherwise = 'or hand in a sound file. Your lesson is kept as it is.'
  if (fault instanceof MicrophoneRefused)
    return `The browser may not use the microphone. Allow it in the address bar, then choose it again, ${otherwise}`
  if (fault instanceof NotHere)
    return `Browsers give the microphone to https pages only. Open Word Trail on the computer it runs on, ${otherwise}`
  return `No microphone answers. Plug one in and choose it again, ${otherwise}`
}

function closeMicrophone() {
  stopLevel()
  open.value?.close()
  open.value = undefined
  level.value = 0
}

async function start() {
  if (busy.value || !stage.value) return
  if (!open.value || chosen.value === SIMULATED) await use(chosen.value)
  if (!open.value) return
  page.value = Math.min(1, pages.value - 1)
  takeTime.value = 0
  phase.value = 'counting'
  for (count.value = 3; count.value > 0; count.value--) {
    await new Promise((resolve) => setTimeout(resolve, 800))
    if ((phase.value as Phase) !== 'counting') return
  }
  try {
    const take = await ask(
      client.POST('/api/lessons/{lesson}/takes', {
        params: { path: { lesson: lesson.id.value } },
        body: { origin: 'microphone' },
      }),
    )
    recorder.value = new TakeRecorder(take.id, open.value.stream)
    recorder.value.onTrouble = (pieces) => (unsent.value = pieces)
    recorder.value.start()
    open.value.begin()
    phase.value = 'recording'
  } catch (fault) {
    phase.value = 'idle'
    lesson.report(fault)
  }
}

function pauseOrGoOn() {
  if (phase.value === 'recording') {
    recorder.value?.pause()
    phase.value = 'paused'
  } else if (phase.value === 'paused') {
    recorder.value?.resume()
    phase.value = 'recording'
  }
}

async function stop() {
  if (phase.value === 'counting') {
    phase.value = 'idle'
    return
  }
  if (!recorder.value || phase.value === 'keeping') return
  phase.value = 'keeping'
  try {
    await recorder.value.finish()
    await lesson.refresh()
    recorder.value = undefined
    phase.value = 'idle'
    await router.push({ name: 'sync' })
  } catch (fault) {
    phase.value = 'idle'
    await lesson.refresh()
    lesson.report(fault)
  }
}

async function unplugged() {
  if (phase.value === 'recording' || phase.value === 'paused') {
    await recorder.value?.finish()
    recorder.value = undefined
    phase.value = 'idle'
    await lesson.refresh()
    trouble.value =
      'The microphone went away while you were recording. Everything up to then is kept as a take. Plug it in again and record the rest as a new take.'
  }
  closeMicrophone()
}

async function handIn(event: Event) {
  const input = event.target as HTMLInputElement
  const sound = input.files?.[0]
  if (!sound) return
  trouble.value = ''
  phase.value = 'keeping'
  try {
    const body = new FormData()
    body.append('sound', sound)
    const answer = await fetch(`/api/lessons/${lesson.id.value}/takes/file`, { method: 'POST', body })
    if (!answer.ok) throw Problem.from(answer.status, await answer.json().catch(() => undefined))
    await lesson.refresh()
    await router.push({ name: 'sync' })
  } catch (fault) {
    lesson.report(fault)
  } finally {
    input.value = ''
    phase.value = 'idle'
  }
}

async function keepPace() {
  if (rate.value !== view.value!.lesson.words_per_minute) {
    await lesson.send({ kind: 'set pace', words_per_minute: rate.value })
  }
}

useRafFn(() => {
  if (recorder.value) takeTime.value = recorder.value.time
})
useEventListener(window, 'beforeunload', (event) => {
  if (phase.value === 'recording' || phase.value === 'paused' || phase.value === 'keeping')
    event.preventDefault()
})
onBeforeRouteLeave(
  () =>
    !(phase.value === 'recording' || phase.value === 'paused') ||
    window.confirm('You are recording. Leave anyway? What was recorded is kept as an unfinished take.'),
)
onBeforeUnmount(closeMicrophone)
useKeys({
  r: () => void (busy.value ? stop() : start()),
  space: pauseOrGoOn,
  arrowright: () => (page.value = Math.min(page.value + 1, pages.value - 1)),
  arrowleft: () => (page.value = Math.max(page.value - 1, 0)),
})
</script>

<template>
  <Teleport to="#step-actions">
    <RouterLink v-if="!busy && view!.counting_take" class="button button-main" :to="{ name: 'sync' }"
      >Go to Sync</RouterLink
    >
  </Teleport>
  <p v-if="trouble" role="alert" class="mb-3 rounded-sheet border border-signal bg-signal-pale px-4 py-3">
    {{ trouble }}
  </p>
  <div v-if="stage" class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_290px] gap-5">
    <div class="sheet relative min-h-0 overflow-hidden">
      <StagePage :layout="stage.layout" :state="state" text-only />
      <div
        v-if="phase === 'counting'"
        class="absolute inset-0 flex items-center justify-center bg-white/75"
        aria-live="assertive"
      >
        <span
          class="flex h-[150px] w-[150px] items-center justify-center rounded-round bg-moss-pale text-[84px] font-bold text-moss"
          >{{ count }}</span
        >
      </div>
    </div>
    <div class="flex min-h-0 flex-col gap-4 overflow-y-auto pb-1">
      <section
        v-for="take in unfinished"
        v-show="!busy"
        :key="take.id"
        class="rounded-sheet border border-ochre bg-white px-4 py-3"
      >
        <p class="font-bold">Take {{ take.number }} was broken off</p>
        <p class="text-[14px]">The window was closed while recording. What came before is here.</p>
        <button
          class="button mt-2"
          type="button"
          @click="
            ask(client.POST('/api/takes/{take}/finish', { params: { path: { take: take.id } } })).then(
              () => lesson.refresh(),
              lesson.report,
            )
          "
        >
          Keep it as a take
        </button>
      </section>
      <section>
        <Listbox :model-value="chosen" :disabled="busy" as="div" class="relative" @update:model-value="use">
          <ListboxLabel class="label">Microphone</ListboxLabel>
          <ListboxButton class="field flex items-center gap-2 text-left">
            <Mic :size="16" aria-hidden="true" /><span class="min-w-0 flex-1 truncate">{{ chosenName }}</span
            ><ChevronsUpDown :size="16" aria-hidden="true" />
          </ListboxButton>
          <ListboxOptions class="sheet absolute z-10 mt-1 w-full py-1">
            <ListboxOption
              v-for="m in microphones"
              :key="m.id"
              v-slot="{ active, selected }"
              :value="m.id"
              as="template"
            >
              <li
                class="cursor-pointer px-3 py-2"
                :class="[active ? 'bg-mist' : '', selected ? 'font-semibold' : '']"
              >
                {{ m.name }}
              </li>
            </ListboxOption>
            <ListboxOption v-if="!microphones.length" v-slot="{ active }" value="" as="template">
              <li class="cursor-pointer px-3 py-2" :class="active ? 'bg-mist' : ''">The usual microphone</li>
            </ListboxOption>
          </ListboxOptions>
        </Listbox>
        <div class="mt-2 flex items-center gap-3">
          <LevelMeter :level="level" :clipped="clipped" />
          <span v-if="open" class="text-[13px] text-quiet">{{
            clipped ? 'too loud' : level > 0.35 ? 'good' : 'say something'
          }}</span>
          <button
            v-else-if="!busy"
            class="button min-h-[30px] px-2 text-[13px]"
            type="button"
            @click="use(chosen)"
          >
            Try it
          </button>
        </div>
      </section>
      <section>
        <label class="label" for="rate">Pace guide: {{ rate }} words a minute</label>
        <input
          id="rate"
          v-model.number="rate"
          class="w-full"
          type="range"
          min="50"
          max="200"
          step="5"
          :disabled="busy"
          @change="keepPace"
        />
        <p class="text-[13px] text-quiet">
          {{ minutes.toFixed(1) }} min in all. Longer words, commas and full stops get more time.
        </p>
        <label class="mt-1 flex items-center gap-2 text-[14px]"
          ><input v-model="followGuide" type="checkbox" /> Light the words ahead of me</label
        >
      </section>
      <section class="mt-auto flex flex-col gap-2">
        <p v-if="busy" class="flex items-baseline gap-2" aria-live="off">
          <span
            class="inline-block h-3 w-3 rounded-round"
            :class="phase === 'recording' ? 'bg-signal' : 'bg-hairline'"
            aria-hidden="true"
          />
          <span class="text-[26px] font-bold tabular-nums">{{ clock(takeTime, true) }}</span>
          <span class="text-quiet">{{
            {
              counting: 'get ready',
              recording: 'recording',
              paused: 'paused',
              keeping: 'keeping it …',
              idle: '',
            }[phase]
          }}</span>
        </p>
        <p v-if="unsent > 3" role="alert" class="text-[14px] text-signal">
          The last {{ unsent }} seconds are still on their way. Keep this window open.
        </p>
        <button
          v-if="!busy"
          class="button button-record min-h-[48px] text-[17px]"
          type="button"
          @click="start"
        >
          Record a take <kbd class="key text-ink">R</kbd>
        </button>
        <template v-else>
          <button
            v-if="phase === 'recording' || phase === 'paused'"
            class="button min-h-[44px]"
            type="button"
            @click="pauseOrGoOn"
          >
            {{ phase === 'paused' ? 'Go on' : 'Pause' }} <kbd class="key">Space</kbd>
          </button>
          <button
            class="button button-main min-h-[44px]"
            type="button"
            :disabled="phase === 'keeping'"
            @click="stop"
          >
            {{ phase === 'counting' ? 'Not yet' : 'Stop and keep the take' }}
            <kbd class="key text-ink">R</kbd>
          </button>
        </template>
        <label v-if="!busy" class="button cursor-pointer">
          Hand in a sound file instead
          <input
            class="sr-only"
            type="file"
            accept="audio/*,.wav,.mp3,.m4a,.ogg,.webm,.flac"
            @change="handIn"
          />
        </label>
      </section>
      <TakeList v-if="!busy" />
    </div>
  </div>
</template>
