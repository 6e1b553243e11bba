<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { openCatalogue } from '@/api/catalogue'
import { openLesson, provideLesson } from '@/api/lesson'
import BrandMark from '@/parts/BrandMark.vue'
import KeysDialog from '@/parts/KeysDialog.vue'
import PathRail from '@/parts/PathRail.vue'
import ProblemNote from '@/parts/ProblemNote.vue'
import { useKeys } from '@/parts/keys'
import ClashDialog from './ClashDialog.vue'
import LessonTitle from './LessonTitle.vue'
import { keysOf } from './keyLists'
import { useStepsAhead } from './stepsAhead'

const route = useRoute()
const lesson = openLesson(computed(() => String(route.params.id)))
provideLesson(lesson)
const { catalogue, failed: unknown } = openCatalogue()
const view = lesson.view
const here = computed(() => String(route.name))
const showKeys = ref(false)
const keys = computed(() => (catalogue.value ? (keysOf(catalogue.value)[here.value] ?? []) : []))

const programs = useRouter()
  .getRoutes()
  .flatMap(({ components }) => Object.values(components ?? {}))
  .filter((one): one is () => Promise<unknown> => typeof one === 'function')
useStepsAhead(
  computed(() => !!view.value && !!catalogue.value),
  programs,
)

/* What stands in a field and was not left yet is kept before the window goes. */
useEventListener(window, 'pagehide', () => (document.activeElement as HTMLElement | null)?.blur())

useKeys({
  'ctrl+z': () => void lesson.undo(),
  'ctrl+shift+z': () => void lesson.redo(),
  'ctrl+y': () => void lesson.redo(),
  '?': () => (showKeys.value = true),
})
</script>

<template>
  <div
    class="flex h-screen min-h-[640px] overflow-hidden narrow:h-auto narrow:min-h-screen narrow:flex-col narrow:overflow-visible"
  >
    <aside
      class="w-[176px] shrink-0 overflow-y-auto pl-3 pt-4 narrow:flex narrow:w-full narrow:flex-wrap narrow:items-center narrow:gap-x-4 narrow:pt-3"
    >
      <RouterLink
        :to="{ name: 'shelf' }"
        aria-label="Word Trail, to your shelf"
        class="mb-8 block rounded-panel pl-1 narrow:mb-0"
        ><BrandMark
      /></RouterLink>
      <PathRail v-if="view" :waypoints="view.waypoints" :lesson="view.id" :here="here" />
    </aside>
    <div class="flex min-w-0 flex-1 flex-col py-4 pr-6 pl-3 narrow:pr-3">
      <template v-if="view && catalogue">
        <header class="mb-3 flex min-h-[42px] items-center gap-3 narrow:flex-wrap">
          <div class="min-w-0">
            <LessonTitle
              :title="view.lesson.passages[0]?.title || 'Untitled lesson'"
              @keep="(title) => lesson.send({ kind: 'name lesson', title })"
            />
            <p class="truncate text-[13px] text-quiet"><span id="screen-facts"></span>{{ view.unit }}</p>
          </div>
          <div class="ml-auto flex items-center gap-2 narrow:flex-wrap">
            <span class="mr-1 text-[13px] text-quiet" aria-live="polite">{{
              lesson.unkept.value ? 'Keeping …' : 'Everything kept'
            }}</span>
            <button
              class="button"
              type="button"
              :disabled="!view.undo"
              :title="view.undo ? `Undo ${view.undo} (Ctrl+Z)` : 'Nothing to undo'"
              @click="lesson.undo()"
            >
              Undo
            </button>
            <button
              v-if="view.redo"
              class="button"
              type="button"
              :title="`Redo ${view.redo} (Ctrl+Shift+Z)`"
              @click="lesson.redo()"
            >
              Redo
            </button>
            <div id="screen-actions" class="flex gap-2"></div>
          </div>
        </header>
        <ProblemNote
          v-if="lesson.problem.value"
          class="mb-3"
          :problem="lesson.problem.value"
          @dismiss="lesson.dismiss()"
        />
        <main class="flex min-h-0 flex-1 flex-col">
          <RouterView />
        </main>
      </template>
      <ProblemNote
        v-else-if="lesson.failed.value ?? unknown"
        :problem="(lesson.failed.value ?? unknown)!"
        @dismiss="$router.push('/')"
      />
    </div>
    <ClashDialog v-if="view" />
    <KeysDialog :open="showKeys" :keys="keys" @close="showKeys = false" />
  </div>
</template>
