<script setup lang="ts">
import { computed, ref } from 'vue'
import { ask, client, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import JobPanel from './JobPanel.vue'
import ReadThrough from './ReadThrough.vue'
import { useKeys } from '@/parts/keys'
import { clock, duration, megabytes } from '@/parts/words'
import { usePlayer } from '@/stage/player'
import StagePage from '@/stage/StagePage.vue'

const lesson = useLesson()
const view = lesson.view
const stage = useStage(
  lesson.id,
  computed(() => [view.value.revision, view.value.take_in_use]),
)
const ready = computed(() => !!stage.value?.edits.clips.length)
const job = computed(() => lesson.activeJob('video'))
const last = computed(() => lesson.lastJob('video'))
const video = computed(() => view.value.video)
const previewing = ref(false)
const player = usePlayer(
  computed(() =>
    ready.value && previewing.value
      ? `/api/lessons/${lesson.id.value}/sound?revision=${view.value.revision}`
      : '',
  ),
  computed(() => stage.value?.sheet),
  { gates: true },
)
const holdOf = (gate: Schemas['Gate']) => gate.think_seconds + gate.answer_seconds
/** Where the film would be: each gate holds it for its own time. */
const filmTime = computed(() => {
  const passed = stage.value?.sheet.gates.filter((one) => player.passed.value.has(one.pause)) ?? []
  const waiting = stage.value?.sheet.gates.find((one) => one.pause === player.gate.value)
  const held = passed.reduce((sum, one) => sum + (one === waiting ? 0 : holdOf(one)), 0)
  return player.time.value + held + Math.min(player.waited.value, waiting ? holdOf(waiting) : 0)
})
const fileName = computed(
  () => `${view.value.lesson.passages[0]!.title.replace(/[^\w’' -]/g, '') || 'lesson'}`,
)

const counted = (count: number, name: string) => `${count} ${name}${count === 1 ? '' : 's'}`
const fileOf = (file: string) =>
  `/api/videos/${video.value!.id}/${file}?name=${encodeURIComponent(fileName.value)}.${file.split('.')[1]}`

async function make() {
  try {
    await ask(
      client.POST('/api/lessons/{lesson}/video', {
        params: { path: { lesson: lesson.id.value } },
        body: { size: '1080p' },
      }),
    )
    await lesson.refresh()
  } catch (fault) {
    lesson.report(fault)
  }
}

function preview() {
  previewing.value = true
  player.toggle()
}
useKeys({ space: preview, b: () => player.back() })
</script>

<template>
  <Teleport to="#screen-actions">
    <button
      v-if="ready && !video?.newest"
      class="button button-main"
      type="button"
      :disabled="!!job"
      @click="make"
    >
      {{ video ? 'Make the video again' : 'Make the video' }}
    </button>
    <RouterLink v-if="video" class="button" :class="video.newest ? 'button-main' : ''" :to="{ name: 'share' }"
      >Go to Share</RouterLink
    >
  </Teleport>
  <div v-if="stage && ready" class="flex min-h-0 flex-1 flex-col gap-3">
    <ReadThrough />
    <div class="flex min-h-0 flex-1 justify-center">
      <video
        v-if="video?.newest && !job"
        class="panel aspect-video max-h-full max-w-full bg-white"
        controls
        preload="metadata"
        :src="`/api/videos/${video.id}/video.mp4`"
        :poster="`/api/videos/${video.id}/poster.jpg`"
      >
        <track kind="captions" srclang="en" label="English" :src="`/api/videos/${video.id}/captions.vtt`" />
      </video>
      <div v-else class="panel aspect-video h-full max-w-full overflow-hidden narrow:h-auto narrow:w-full">
        <StagePage
          v-if="player.state.value"
          :layout="stage.layout"
          :state="player.state.value"
          :sheet="stage.sheet"
          :waited="player.waited.value"
          signposts
        />
      </div>
    </div>
    <JobPanel v-if="job" :job="job" />
    <section v-else class="panel flex min-h-[76px] flex-wrap items-center gap-x-5 gap-y-2 px-5 py-3">
      <template v-if="video?.newest">
        <div>
          <h2 class="font-bold">Your video is ready</h2>
          <p class="text-[14px] text-quiet">
            {{ duration(video.seconds) }} · 1920 × 1080 · {{ megabytes(video.size) }}
          </p>
        </div>
        <div class="ml-auto flex flex-wrap gap-2">
          <a class="button button-main" :href="fileOf('video.mp4')" download>Download the video (MP4)</a>
          <a class="button" :href="fileOf('captions.vtt')" download>Captions (WebVTT)</a>
          <a class="button" :href="fileOf('poster.jpg')" download>Poster picture</a>
        </div>
      </template>
      <template v-else>
        <button class="button min-w-[110px]" type="button" @click="preview">
          {{ player.playing.value ? 'Stop' : player.gate.value ? 'Go on' : 'See it run' }}
        </button>
        <span class="tabular-nums text-quiet">{{ clock(filmTime) }} of {{ clock(stage.video_seconds) }}</span>
        <p class="min-w-0 flex-1 text-[14px]">
          <template v-if="video"
            >You changed the lesson since its last video. This is how it looks now:
          </template>
          a title card, {{ counted(stage.layout.pages.length - 1, 'page') }},
          {{ counted(new Set(stage.layout.marks.map((mark) => mark.id)).size, 'mark') }},
          {{ counted(stage.sheet.gates.filter((one) => one.kind !== 'hold').length, 'pause point') }} with
          {{ duration(stage.think_seconds) }} to think. The video will be
          {{ duration(stage.video_seconds) }} long, 1920 × 1080, with captions.
        </p>
        <a v-if="video" class="button" :href="fileOf('video.mp4')" download>Download the older video</a>
      </template>
      <p v-if="player.preparing.value" role="status" class="w-full text-quiet">
        The sound is being made. It begins in a moment.
      </p>
      <p v-if="player.fault.value" role="alert" class="w-full text-signal">{{ player.fault.value }}</p>
      <p
        v-if="!video?.newest && last && (last.state === 'failed' || last.state === 'cancelled')"
        role="status"
        class="w-full text-[14px] text-quiet"
      >
        {{ last.message || 'Stopped, as you asked.' }}
      </p>
    </section>
  </div>
  <section v-else-if="stage" class="panel flex flex-1 flex-col items-center justify-center gap-2 text-center">
    <p class="text-[18px] font-bold">A video needs a reading.</p>
    <p class="text-quiet">Record the passage first, or hand in a sound file.</p>
    <RouterLink class="button button-main mt-3" :to="{ name: 'record' }">Go to Record</RouterLink>
  </section>
</template>
