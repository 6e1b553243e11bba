<script setup lang="ts">
import { computed, ref } from 'vue'
import { ask, client } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useStage } from '@/api/stage'
import ProgressTrail from '@/parts/ProgressTrail.vue'
import { useKeys } from '@/parts/keys'
import { clock, duration, megabytes } from '@/parts/words'
import { usePlayer } from '@/stage/player'
import StagePage from '@/stage/StagePage.vue'

const lesson = useLesson()
const view = lesson.view
const stage = useStage(
  lesson.id,
  computed(() => [view.value?.revision, view.value?.counting_take]),
)
const ready = computed(() => !!stage.value?.edits.clips.length)
const job = computed(() => lesson.activeJob('video'))
const last = computed(() => lesson.lastJob('video'))
const video = computed(() => view.value!.video)
const previewing = ref(false)
const player = usePlayer(
  computed(() =>
    ready.value && previewing.value
      ? `/api/lessons/${lesson.id.value}/sound?revision=${view.value!.revision}`
      : '',
  ),
  computed(() => stage.value?.sheet),
  { gates: true },
)
const fileName = computed(
  () => `${view.value!.lesson.passages[0]!.title.replace(/[^\w’' -]/g, '') || 'lesson'}`,
)
const thinkSeconds = computed(
  () => stage.value?.sheet.gates.reduce((sum, gate) => sum + gate.think_seconds, 0) ?? 0,
)

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

async function cancel() {
  if (!job.value) return
  await ask(client.POST('/api/jobs/{job}/cancel', { params: { path: { job: job.value.id } } })).catch(
    lesson.report,
  )
  await lesson.refresh()
}

function preview() {
  previewing.value = true
  player.toggle()
}
useKeys({ space: preview, b: player.back })
</script>

<template>
  <Teleport to="#step-actions">
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
  <div v-if="stage && ready" class="grid min-h-0 flex-1 grid-cols-[1fr_290px] gap-5">
    <div class="flex min-h-0 flex-col">
      <video
        v-if="video?.newest && !job"
        class="sheet aspect-video max-h-full w-full bg-white"
        controls
        preload="metadata"
        crossorigin="anonymous"
        :src="`/api/videos/${video.id}/video.mp4`"
        :poster="`/api/videos/${video.id}/poster.jpg`"
      >
        <track kind="captions" srclang="en" label="English" :src="`/api/videos/${video.id}/captions.vtt`" />
      </video>
      <template v-else>
        <div class="sheet aspect-video w-full overflow-hidden">
          <StagePage
            v-if="player.state.value"
            :layout="stage.layout"
            :state="player.state.value"
            :sheet="stage.sheet"
            :waited="player.waited.value"
            cards
          />
        </div>
        <div class="mt-3 flex items-center gap-3">
          <button class="button min-w-[140px]" type="button" @click="preview">
            {{ player.playing.value ? 'Stop' : player.gate.value ? 'Go on' : 'See it run' }}
          </button>
          <span class="tabular-nums text-quiet"
            >{{ clock(player.time.value) }} of {{ clock(stage.sheet.seconds) }}, and
            {{ duration(thinkSeconds) }} to think</span
          >
          <span v-if="player.fault.value" role="alert" class="text-signal">{{ player.fault.value }}</span>
        </div>
      </template>
    </div>
    <aside class="flex flex-col gap-4">
      <section v-if="job" class="sheet p-4" aria-live="polite">
        <h2 class="font-bold">
          {{ job.state === 'waiting' ? 'Waiting its turn' : job.step || 'Beginning' }}
        </h2>
        <ProgressTrail class="my-2" :share="job.progress" :label="job.step || 'Waiting'" />
        <p class="text-[14px] text-quiet">{{ Math.round(job.progress * 100) }} % · you can leave this page</p>
        <button class="button mt-3 w-full" type="button" @click="cancel">Stop this work</button>
      </section>
      <section v-else-if="video" class="sheet p-4">
        <h2 class="font-bold">
          {{ video.newest ? 'Your video is ready' : 'This video is older than the lesson' }}
        </h2>
        <p class="mt-1 text-[14px] text-quiet">
          {{ duration(video.seconds) }} · 1920 × 1080 · {{ megabytes(video.size) }}
        </p>
        <p v-if="!video.newest" class="mt-1 text-[14px]">
          You changed the lesson since. On the left is how it would look now.
        </p>
        <div class="mt-3 flex flex-col gap-2">
          <a
            class="button"
            :class="video.newest ? 'button-main' : ''"
            :href="`/api/videos/${video.id}/video.mp4?name=${encodeURIComponent(fileName)}.mp4`"
            download
            >Download the video (MP4)</a
          >
          <a
            class="button"
            :href="`/api/videos/${video.id}/captions.vtt?name=${encodeURIComponent(fileName)}.vtt`"
            download
            >Download the captions (WebVTT)</a
          >
          <a
            class="button"
            :href="`/api/videos/${video.id}/poster.jpg?name=${encodeURIComponent(fileName)}.jpg`"
            download
            >Download the poster picture</a
          >
        </div>
      </section>
      <section v-else class="sheet p-4">
        <h2 class="font-bold">What will be in it</h2>
        <ul class="mt-2 list-inside list-disc text-[14px] leading-relaxed">
          <li>a title card with the credits</li>
          <li>
            {{ stage.layout.pages.length - 1 }} page{{ stage.layout.pages.length === 2 ? '' : 's' }}, every
            word lit as it is said
          </li>
          <li>
            {{ stage.layout.marks.length }} mark{{ stage.layout.marks.length === 1 ? '' : 's' }},
            {{ stage.sheet.gates.length }} pause point{{ stage.sheet.gates.length === 1 ? '' : 's' }}
          </li>
          <li>captions as a file of their own</li>
        </ul>
        <p class="mt-2 text-[14px] text-quiet">
          {{ duration(stage.sheet.seconds + thinkSeconds) }} long, 1920 × 1080
        </p>
      </section>
      <p
        v-if="!job && last && (last.state === 'failed' || last.state === 'cancelled')"
        role="status"
        class="rounded-sheet border border-hairline bg-white px-4 py-3 text-[14px]"
      >
        {{ last.message }}
      </p>
    </aside>
  </div>
  <section v-else-if="stage" class="sheet flex flex-1 flex-col items-center justify-center gap-2 text-center">
    <p class="text-[18px] font-bold">A video needs a reading.</p>
    <p class="text-quiet">Record the passage first, or hand in a sound file.</p>
    <RouterLink class="button button-main mt-3" :to="{ name: 'record' }">Go to Record</RouterLink>
  </section>
</template>
