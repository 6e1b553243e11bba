<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { ask, client } from '@/api/client'
import { isActive } from '@/api/jobs'
import { useLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import { knownUpTo } from '@/api/trail'
import { useKeys } from '@/parts/keys'
import { clock, megabytes } from '@/parts/words'
import { usePlayer } from '@/stage/player'
import { useRoom } from '@/stage/room'
import { useSignal } from '@/stage/signal'
import StageCamera from '@/stage/StageCamera.vue'
import StageCaption from '@/stage/StageCaption.vue'
import StagePage from '@/stage/StagePage.vue'
import ReadThrough from './ReadThrough.vue'
import CoverChoice from './video/CoverChoice.vue'
import FilmCard from './video/FilmCard.vue'
import FilmJob from './video/FilmJob.vue'
import FilmSettings from './video/FilmSettings.vue'
import FilmTrail from './video/FilmTrail.vue'
import MadeFilms from './video/MadeFilms.vue'
import OnTheHost from './video/OnTheHost.vue'
import PutOnHost from './video/PutOnHost.vue'
import SendJob from './video/SendJob.vue'
import { filmTime, placeAt } from './video/filmTime'
import { filmOf, FILMS, nameOf, useFilms, type Change, type Version } from './video/films'
import { useSentFilms } from './video/host'

const lesson = useLesson()
const view = lesson.view
const choices = computed(() => view.value.lesson.films)
const wanted = computed(() => view.value.lesson.films_wanted)
const shown = ref<Version>(wanted.value[0] ?? 'listen')
const { films, planned, made, files } = useFilms()
const onHost = useSentFilms()
const sending = computed(() => onHost.jobs.value.filter(isActive))
const lastSent = computed(() => lesson.lastJob('send'))
/** The newest of the chosen film that is still as it was made, and where it is seen on the host. */
const toSend = computed(() => made(shown.value)[0])
const thereNow = computed(() => onHost.there.value.find((one) => one.film === toSend.value?.id))
const stage = useStage(
  lesson.id,
  computed(() => [...knownUpTo(view.value), view.value.take_in_use]),
  undefined,
  undefined,
  shown,
)
const ready = computed(
  () => !!stage.value && (!!stage.value.edits.clips.length || !!stage.value.holds.length),
)
const jobs = computed(() => view.value.jobs.filter((job) => job.kind === 'video' && isActive(job)).reverse())
const last = computed(() => lesson.lastJob('video'))
const playing = ref(false)
const player = usePlayer(
  computed(() =>
    ready.value && playing.value && stage.value!.edits.clips.length
      ? `/api/lessons/${lesson.id.value}/sound?film=${shown.value}&state=${encodeURIComponent(stage.value!.key.slice(0, 60))}`
      : '',
  ),
  computed(() => stage.value?.sheet),
  { gates: true, film: true },
)
const now = computed(() =>
  filmTime(
    stage.value?.holds ?? [],
    { time: player.time.value, gate: player.gate.value, waited: player.waited.value },
    player.passed.value,
  ),
)
useRoom(
  computed(() =>
    ready.value && playing.value && stage.value!.edits.clips.length
      ? `/api/lessons/${lesson.id.value}/room?film=${shown.value}&state=${encodeURIComponent(stage.value!.key.slice(0, 60))}`
      : '',
  ),
  computed(() => !!player.gate.value && player.running.value && !player.preparing.value),
)
/** The place at which the film has just come to a stand with a signal: whoever moves into it does not hear it again. */
const justAsked = computed(() => {
  const here = stage.value?.holds.find((one) => one.pause === player.gate.value)
  return here?.signal && player.running.value && player.cameToStand.value ? here.pause : ''
})
useSignal(justAsked)
const length = computed(() => stage.value?.video_seconds ?? 0)
const trail = computed(() => planned(shown.value)?.trail)
/** The page's share of the height, in percent: below it may be room for captions. */
const share = computed(() => {
  const layout = stage.value?.layout
  return layout ? (100 * layout.height) / (layout.height + layout.caption_room) : 100
})
/** How wide the stage is for each unit of its height. */
const ratio = computed(() => {
  const layout = stage.value?.layout
  return layout ? layout.width / (layout.height + layout.caption_room) : 16 / 9
})

function seek(at: number) {
  const place = placeAt(stage.value?.holds ?? [], Math.min(Math.max(0, at), length.value))
  const still = !player.running.value
  if (place.gate) player.standAt(place.gate, place.time, place.waited, still)
  else {
    player.seek(place.time)
    if (!still) player.play()
  }
}

function seekAt(event: PointerEvent) {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  seek(((event.clientX - box.left - 8) / (box.width - 16)) * length.value)
}

function show(version: Version) {
  if (version === shown.value) return
  player.pause()
  playing.value = false
  shown.value = version
  player.seek(0)
}

async function play() {
  playing.value = true
  // The sound is asked for first: without one there is nothing to begin.
  await nextTick()
  player.toggle()
}

const choose = (change: Change) => lesson.send({ kind: 'choose films', ...change })
const want = (version: Version, on: boolean) => choose(on ? { want: [version] } : { leave: [version] })

async function takeCover() {
  const query = { film: shown.value, time: player.time.value, gate: player.gate.value }
  try {
    const { moment } = await ask(
      client.GET('/api/lessons/{lesson}/cover', { params: { path: { lesson: lesson.id.value }, query } }),
    )
    await choose({ cover: moment ?? 'title' })
  } catch (fault) {
    lesson.report(fault)
  }
}

/** Those that are ticked, and not made as they are now. */
const toMake = computed(() =>
  wanted.value.filter(
    (version) =>
      !jobs.value.some((job) => filmOf(job).version === version) &&
      (made(version).find((one) => one.kind === kind.value)?.changed ?? 'not made') !== '',
  ),
)
const steady = ref(false)
const kind = ref<'mp4' | 'webm' | 'm4a' | 'opus'>('mp4')
const needed = computed(() => toMake.value.reduce((sum, one) => sum + (planned(one)?.bytes ?? 0), 0))
const room = computed(() => toMake.value.reduce((sum, one) => sum + (planned(one)?.room ?? 0), 0))
const fits = computed(() => !films.value || room.value <= films.value.free)
const deed = computed(() => {
  const [only] = toMake.value
  if (toMake.value.length === 1) return `Make the film “${nameOf(only!)}”`
  return `Make ${toMake.value.length} films`
})

async function make() {
  try {
    await ask(
      client.POST('/api/lessons/{lesson}/films', {
        params: { path: { lesson: lesson.id.value } },
        body: { versions: [...toMake.value], kind: kind.value, steady: steady.value },
      }),
    )
    await lesson.refresh()
  } catch (fault) {
    lesson.report(fault)
  }
}
useKeys({ space: () => void play(), b: () => player.back() })
</script>

<template>
  <Teleport defer to="#screen-actions">
    <button
      v-if="ready && toMake.length"
      class="button button-main"
      type="button"
      :disabled="!fits"
      @click="make"
    >
      {{ deed }}
    </button>
    <RouterLink
      v-if="view.video"
      class="button"
      :class="toMake.length ? '' : 'button-main'"
      :to="{ name: 'share' }"
      >Go to Share</RouterLink
    >
  </Teleport>
  <div v-if="stage && ready" class="flex min-h-0 flex-1 gap-5 narrow:flex-col">
    <div class="flex min-w-0 flex-1 flex-col gap-3">
      <ReadThrough />
      <div class="stage-box flex min-h-[240px] flex-1 items-center justify-center">
        <div
          class="panel relative max-h-full overflow-hidden"
          :style="{ aspectRatio: String(ratio), width: `min(100cqw, ${ratio} * 100cqh)` }"
        >
          <StagePage
            v-if="player.state.value"
            :style="{ height: `${share}%` }"
            :layout="stage.layout"
            :state="player.state.value"
            :sheet="stage.sheet"
            :waited="player.waited.value"
            :colours="choices.colours"
            signposts
          />
          <StageCaption
            v-if="player.state.value && stage.layout.caption_room"
            :style="{ height: `${100 - share}%` }"
            :layout="stage.layout"
            :sheet="stage.sheet"
            :state="player.state.value"
            :colours="choices.colours"
          />
          <StageCamera
            v-if="player.state.value?.camera"
            :layout="stage.layout"
            :camera="player.state.value.camera"
            :running="player.playing.value"
            :colours="choices.colours"
          />
        </div>
      </div>
      <div class="flex items-center gap-3">
        <button class="button button-main min-w-[84px]" type="button" @click="play">
          {{ player.running.value ? 'Stop' : 'Play' }}
        </button>
        <div
          class="min-w-0 flex-1 cursor-pointer rounded-panel"
          role="slider"
          tabindex="0"
          aria-label="Where you are in the film"
          aria-valuemin="0"
          :aria-valuemax="Math.round(length)"
          :aria-valuenow="Math.round(now)"
          :aria-valuetext="`${clock(now)} of ${clock(length)}`"
          @pointerdown="seekAt"
          @pointermove="$event.buttons && seekAt($event)"
          @keydown.left.prevent="seek(now - 5)"
          @keydown.right.prevent="seek(now + 5)"
          @keydown.home.prevent="seek(0)"
        >
          <FilmTrail v-if="trail" :trail="trail" :share="length ? now / length : 0" :height="36" />
        </div>
        <span class="tabular-nums text-quiet">{{ clock(now) }} of {{ clock(length) }}</span>
        <PutOnHost
          v-if="toSend && onHost.host.value && !thereNow && !sending.length"
          :key="toSend.id"
          :film="toSend"
        />
        <MadeFilms :made="files(shown)" />
      </div>
      <OnTheHost v-if="thereNow" :sent="thereNow" :simulated="onHost.simulated.value" />
      <p v-if="player.preparing.value" role="status" class="text-quiet">
        The sound is being made. It begins in a moment.
      </p>
      <p v-if="player.fault.value" role="alert" class="text-signal">{{ player.fault.value }}</p>
      <p v-if="!fits && films" role="alert" class="text-signal">
        About {{ megabytes(room) }} are needed while they are made, and {{ megabytes(films.free) }} are free
        on this computer’s disk. Free some space, or make fewer films at once.
      </p>
      <FilmJob
        v-for="job in jobs"
        :key="job.id"
        :job="job"
        :seconds="planned(filmOf(job).version as Version)?.seconds ?? 0"
        :shape="choices.shape"
        :detail="choices.detail"
      />
      <SendJob
        v-for="job in sending"
        :key="job.id"
        :job="job"
        :title="onHost.sent.value.find((one) => one.id === job.subject)?.title ?? 'The film'"
      />
      <p
        v-if="!sending.length && lastSent && ['failed', 'cancelled'].includes(lastSent.state)"
        role="status"
        class="text-[14px] text-quiet"
      >
        {{ lastSent.message || 'Stopped, as you asked. What the host has of it stays there.' }}
      </p>
      <p
        v-if="!jobs.length && last && ['failed', 'cancelled'].includes(last.state)"
        role="status"
        class="text-[14px] text-quiet"
      >
        {{ last.message || 'Stopped, as you asked.' }}
      </p>
      <section aria-label="Films" class="flex flex-col gap-2">
        <h2 class="text-[15px] font-bold">Four films from one take. Tick those you want.</h2>
        <div class="grid grid-cols-4 gap-3 narrow:grid-cols-2">
          <FilmCard
            v-for="film in FILMS"
            :key="film.version"
            :model-value="wanted.includes(film.version)"
            :name="film.name"
            :does="film.does"
            :planned="planned(film.version)"
            :made="made(film.version)"
            :job="jobs.find((job) => filmOf(job).version === film.version)"
            :shown="shown === film.version"
            @update:model-value="want(film.version, $event)"
            @show="show(film.version)"
          />
        </div>
      </section>
    </div>
    <aside
      class="flex w-[300px] shrink-0 flex-col gap-4 overflow-y-auto pr-1 narrow:w-full"
      aria-label="How the films are made"
    >
      <FilmSettings :version="shown" :choices="choices" @choose="choose" />
      <CoverChoice :version="shown" :choices="choices" @choose="choose" @moment="takeCover" />
      <label class="block text-[14px]"
        ><span class="text-quiet">File</span>
        <select v-model="kind" class="field mt-1 py-1.5">
          <option value="mp4">MP4, plays everywhere</option>
          <option value="webm">WebM, an open format</option>
          <option value="m4a">Sound alone, M4A with chapters</option>
          <option value="opus">Sound alone, Opus</option>
        </select>
      </label>
      <label v-if="kind === 'mp4' || kind === 'webm'" class="flex items-center gap-2 text-[13px]">
        <input v-model="steady" type="checkbox" class="size-4" />
        30 frames a second, for hosts that want it
      </label>
      <p v-if="toMake.length && needed" class="text-[13px] text-quiet">
        About {{ megabytes(needed) }} {{ toMake.length > 1 ? 'in all' : '' }}
      </p>
    </aside>
  </div>
  <section v-else-if="stage" class="panel flex flex-1 flex-col items-center justify-center gap-2 text-center">
    <p class="text-[18px] font-bold">A film needs a reading.</p>
    <p class="text-quiet">Record the passage first, or hand in a sound file.</p>
    <RouterLink class="button button-main mt-3" :to="{ name: 'record' }">Go to Record</RouterLink>
  </section>
</template>

<style scoped>
.stage-box {
  container-type: size;
}
</style>
