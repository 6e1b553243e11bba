<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { Plus } from '@lucide/vue'
import { computed, ref } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import BrandMark from '@/parts/BrandMark.vue'
import ProblemNote from '@/parts/ProblemNote.vue'
import LessonCard from './shelf/LessonCard.vue'
import NameDialog from './shelf/NameDialog.vue'
import { useDeleting } from './shelf/deleting'

type Lesson = Schemas['ShelfLesson']
const shelf = useQuery({ queryKey: ['shelf'], queryFn: () => ask(client.GET('/api/lessons')), retry: 1 })
const settings = useQuery({ queryKey: ['settings'], queryFn: () => ask(client.GET('/api/settings')) })
const whose = computed(() =>
  [settings.data.value?.school, settings.data.value?.teacher].filter(Boolean).join(' · '),
)
const fault = ref<Problem>()
const problem = computed(() => fault.value ?? (shelf.error.value ? Problem.of(shelf.error.value) : undefined))
const lessons = computed(() => shelf.data.value?.lessons ?? [])
const { leaving, remove, undo } = useDeleting(() => shelf.refetch())

/** A shelf of so many lessons can be searched. */
const MANY = 6
const wanted = ref('')
const isWanted = (lesson: Lesson) =>
  wanted.value
    .toLowerCase()
    .split(/\s+/)
    .every((word) =>
      `${lesson.title} ${lesson.author} ${lesson.unit} ${lesson.first_words}`.toLowerCase().includes(word),
    )
const shown = computed(() => lessons.value.filter((one) => one.id !== leaving.value?.id && isWanted(one)))
const units = computed(() => {
  const groups = new Map<string, Lesson[]>()
  for (const lesson of shown.value) groups.set(lesson.unit, [...(groups.get(lesson.unit) ?? []), lesson])
  return [...groups].map(([unit, own]) => ({ unit: unit || 'Other lessons', lessons: own }))
})
const unitNames = computed(() => [...new Set(lessons.value.map((one) => one.unit).filter(Boolean))])

const naming = ref<Lesson>()
async function done(request: Promise<unknown>) {
  try {
    fault.value = undefined
    await request
  } catch (found) {
    fault.value = Problem.of(found)
  }
  await shelf.refetch()
}
const path = (lesson: Lesson) => ({ params: { path: { lesson: lesson.id } } })
const copy = (lesson: Lesson) => done(ask(client.POST('/api/lessons/{lesson}/copy', path(lesson))))
async function name(title: string, unit: string) {
  const lesson = naming.value
  naming.value = undefined
  if (lesson)
    await done(ask(client.PUT('/api/lessons/{lesson}/name', { ...path(lesson), body: { title, unit } })))
}
function dismiss() {
  fault.value = undefined
  void shelf.refetch()
}
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
      <div class="flex items-center gap-4">
        <h1 class="text-[26px] font-bold">Your shelf</h1>
        <input
          v-if="lessons.length > MANY"
          v-model="wanted"
          class="field ml-auto w-[280px]!"
          type="search"
          aria-label="Find a lesson"
          placeholder="Find a lesson"
        />
      </div>
      <p v-if="leaving" role="status" class="panel mt-4 flex items-center gap-4 px-4 py-2">
        <span class="min-w-0 flex-1 truncate"
          >“{{ leaving.title }}” is being deleted, with all its recordings.</span
        >
        <button class="button" type="button" @click="undo">Undo</button>
      </p>
      <ProblemNote v-if="problem" class="mt-4" :problem="problem" @dismiss="dismiss" />
      <section v-for="{ unit, lessons: own } in units" :key="unit" class="mt-6">
        <h2 class="text-[16px] font-semibold text-quiet">{{ unit }}</h2>
        <ul class="mt-3 grid gap-4 md:grid-cols-2">
          <LessonCard
            v-for="lesson in own"
            :key="lesson.id"
            :lesson="lesson"
            @name="naming = lesson"
            @copy="copy(lesson)"
            @remove="remove(lesson)"
          />
        </ul>
      </section>
      <p v-if="wanted && !units.length" class="mt-6 text-quiet">No lesson is called so.</p>
      <section v-else-if="shelf.data.value && !units.length" class="panel mt-6 p-10 text-center">
        <p class="text-[18px] font-bold">Your shelf is empty.</p>
        <p class="mt-1 text-quiet">
          Paste or type a passage to begin. It takes about ten minutes from there to a lesson.
        </p>
        <RouterLink class="button button-main mt-5" :to="{ name: 'new' }">Start your first lesson</RouterLink>
      </section>
    </main>
    <NameDialog :lesson="naming" :units="unitNames" @close="naming = undefined" @keep="name" />
  </div>
</template>
