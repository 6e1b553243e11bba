<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { ask, client } from '@/api/client'
import { useLesson } from '@/api/lesson'
import PanelDialog from '@/parts/PanelDialog.vue'
import { megabytes } from '@/parts/words'
import type { Made } from './films'

/** Puts a film on the video host, with the words that stand under it there. */
const props = defineProps<{ film: Made }>()
const lesson = useLesson()
const open = ref(false)
const offer = useQuery({
  queryKey: computed(() => ['host offer', props.film.id]),
  queryFn: () => ask(client.GET('/api/videos/{video}/host', { params: { path: { video: props.film.id } } })),
  enabled: open,
  staleTime: 0,
})
const wish = reactive({ title: '', description: '', chapters: true, captions: true, cover: true })
watch(
  () => offer.data.value,
  (found) => {
    if (!found) return
    const { title, description, captions, cover } = found
    Object.assign(wish, { title, description, captions, cover, chapters: !!found.chapters })
  },
  { immediate: true },
)

async function put() {
  const { chapters, ...body } = wish
  const listed = offer.data.value?.chapters.trim()
  if (chapters && listed) body.description = `${body.description.trim()}\n\n${listed}`
  try {
    await ask(client.POST('/api/videos/{video}/host', { params: { path: { video: props.film.id } }, body }))
    open.value = false
    await lesson.refresh()
  } catch (fault) {
    lesson.report(fault)
  }
}
</script>

<template>
  <button class="button" type="button" @click="open = true">Put on the host</button>
  <PanelDialog :open="open" title="Put the film on the video host" width="600px" @close="open = false">
    <p v-if="offer.data.value?.simulated" class="mt-1 text-[14px] text-ochre-deep">
      This is a stand-in for your school’s video host. It runs on this computer and ships with Word Trail.
    </p>
    <form v-if="offer.data.value" class="mt-3 flex flex-col gap-3" @submit.prevent="put">
      <label
        ><span class="label">Title</span>
        <input v-model="wish.title" class="field" required maxlength="200" />
      </label>
      <label
        ><span class="label">What stands under it</span>
        <textarea v-model="wish.description" class="field min-h-[150px]" maxlength="3000" />
      </label>
      <fieldset>
        <legend class="label">Goes along with it</legend>
        <div class="flex flex-wrap gap-x-5 gap-y-1">
          <label v-if="offer.data.value.chapters" class="flex items-center gap-2">
            <input v-model="wish.chapters" type="checkbox" class="size-4" /> The chapters, with their times
          </label>
          <label v-if="offer.data.value.captions" class="flex items-center gap-2">
            <input v-model="wish.captions" type="checkbox" class="size-4" /> The captions
          </label>
          <label v-if="offer.data.value.cover" class="flex items-center gap-2">
            <input v-model="wish.cover" type="checkbox" class="size-4" /> The cover
          </label>
        </div>
      </fieldset>
      <div class="mt-2 flex items-center justify-end gap-3">
        <p class="mr-auto text-[14px] text-quiet">{{ megabytes(film.size) }} go to the host</p>
        <button class="button" type="button" @click="open = false">Not now</button>
        <button class="button button-main" type="submit">Put it there</button>
      </div>
    </form>
  </PanelDialog>
</template>
