<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { Plus } from '@lucide/vue'
import { computed } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import BrandMark from '@/parts/BrandMark.vue'
import ProblemNote from '@/parts/ProblemNote.vue'
import { NEXT_DEEDS, SCREEN_NAMES } from '@/parts/words'

type Lesson = Schemas['ShelfLesson']
const shelf = useQuery({ queryKey: ['shelf'], queryFn: () => ask(client.GET('/api/lessons')), retry: 1 })
const settings = useQuery({ queryKey: ['settings'], queryFn: () => ask(client.GET('/api/settings')) })
const whose = computed(() =>
  [settings.data.value?.school, settings.data.value?.teacher].filter(Boolean).join(' · '),
)
const problem = computed(() => (shelf.error.value ? Problem.of(shelf.error.value) : undefined))
const units = computed(() => {
  const groups = new Map<string, Lesson[]>()
  for (const lesson of shelf.data.value?.lessons ?? []) {
    groups.set(lesson.unit, [...(groups.get(lesson.unit) ?? []), lesson])
  }
  return [...groups].map(([unit, lessons]) => ({ unit: unit || 'Other lessons', lessons }))
})
const xAt = (i: number) => 12 + i * 80
const yAt = (i: number) => 18 + (i % 2 ? 7 : -5)
const TRAIL = Array.from({ length: 5 }, (_, i) => {
  const [x, y, toX, toY] = [xAt(i), yAt(i), xAt(i + 1), yAt(i + 1)]
  return `M ${x} ${y} C ${x + 34} ${y} ${toX - 34} ${toY} ${toX} ${toY}`
}).join(' ')
</script>

<template>
  <div class="mx-auto max-w-[1180px] px-6 py-6">
    <header class="flex items-center gap-4">
      <BrandMark />
      <span class="text-quiet">{{ whose }}</span>
      <RouterLink class="button button-main ml-auto" :to="{ name: 'new' }"
        ><Plus :size="18" aria-hidden="true" />Start a new lesson</RouterLink
      >
    </header>
    <main class="mt-8">
      <h1 class="text-[26px] font-bold">Your shelf</h1>
      <ProblemNote v-if="problem" class="mt-4" :problem="problem" @dismiss="shelf.refetch()" />
      <section v-for="{ unit, lessons } in units" :key="unit" class="mt-6">
        <h2 class="text-[16px] font-semibold text-quiet">{{ unit }}</h2>
        <ul class="mt-3 grid gap-4 md:grid-cols-2">
          <li v-for="lesson in lessons" :key="lesson.id" class="panel flex flex-col p-5">
            <h3 class="text-[20px] font-bold leading-tight">
              <RouterLink :to="{ name: lesson.next, params: { id: lesson.id } }">{{
                lesson.title
              }}</RouterLink>
            </h3>
            <p class="text-[13px] text-quiet">{{ lesson.author || 'no author yet' }}</p>
            <p class="mt-3 font-passage text-[17px] leading-relaxed">{{ lesson.first_words }} …</p>
            <div class="mt-4">
              <svg viewBox="0 0 480 36" class="block w-full" aria-hidden="true">
                <path
                  :d="TRAIL"
                  fill="none"
                  stroke="var(--color-moss-half)"
                  stroke-width="3"
                  stroke-dasharray="0.01 8"
                  stroke-linecap="round"
                />
                <template v-for="(point, i) in lesson.waypoints" :key="point.screen">
                  <circle
                    :cx="xAt(i)"
                    :cy="yAt(i)"
                    r="8"
                    stroke="var(--color-moss)"
                    stroke-width="2.5"
                    :fill="point.done ? 'var(--color-moss)' : 'var(--color-white)'"
                  />
                </template>
              </svg>
              <ul class="grid grid-cols-6 text-[12px]" aria-label="How far this lesson is">
                <li
                  v-for="point in lesson.waypoints"
                  :key="point.screen"
                  :class="point.done ? '' : 'text-quiet'"
                >
                  {{ SCREEN_NAMES[point.screen]
                  }}<span class="sr-only">{{ point.done ? ' done' : ' not yet' }}</span>
                  <span v-if="point.attention" class="block leading-tight text-signal">{{ point.note }}</span>
                </li>
              </ul>
            </div>
            <div class="mt-auto flex items-center gap-3 pt-4">
              <span class="text-[14px] text-quiet">Next</span>
              <RouterLink class="button" :to="{ name: lesson.next, params: { id: lesson.id } }">{{
                NEXT_DEEDS[lesson.next]
              }}</RouterLink>
            </div>
          </li>
        </ul>
      </section>
      <section v-if="shelf.data.value && !units.length" class="panel mt-6 p-10 text-center">
        <p class="text-[18px] font-bold">Your shelf is empty.</p>
        <p class="mt-1 text-quiet">
          Paste or type a passage to begin. It takes about ten minutes from there to a lesson.
        </p>
        <RouterLink class="button button-main mt-5" :to="{ name: 'new' }">Start your first lesson</RouterLink>
      </section>
    </main>
  </div>
</template>
