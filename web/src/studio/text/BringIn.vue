<script setup lang="ts">
import { ArrowDown, ArrowUp, X } from '@lucide/vue'
import { computed, ref } from 'vue'
import { accepted, useCatalogueQuery } from '@/api/catalogue'
import ProgressTrail from '@/parts/ProgressTrail.vue'
import { filesOf, type Brought, type useBringIn } from './bringIn'

/** Where files are dropped, pasted or chosen, and how far each is. */
const props = defineProps<{ bringing: ReturnType<typeof useBringIn>; id?: string }>()
const over = ref(false)
const picker = ref<HTMLInputElement>()
const catalogue = useCatalogueQuery()
const readable = computed(() => {
  const { passage_formats: formats = [], photo_endings: photos = [] } = catalogue.data.value ?? {}
  return accepted([...formats.flatMap((one) => one.endings), ...photos])
})

function drop(event: DragEvent) {
  over.value = false
  void props.bringing.add(filesOf(event.dataTransfer))
}
function paste(event: ClipboardEvent) {
  const files = filesOf(event.clipboardData)
  if (!files.length) return
  event.preventDefault()
  void props.bringing.add(files)
}
function chose(event: Event) {
  const input = event.target as HTMLInputElement
  void props.bringing.add(input.files ?? [])
  input.value = ''
}
const found = (item: Brought) => {
  const chapters = item.file?.chapters ?? []
  const words = item.chapters.reduce((sum, number) => sum + (chapters[number]?.words ?? 0), 0)
  const pages = item.chapters.reduce((sum, number) => sum + (chapters[number]?.pages ?? 0), 0)
  return `${words.toLocaleString()} words, ${pages} page${pages === 1 ? '' : 's'}`
}
function toggle(item: Brought, number: number) {
  item.chapters = item.chapters.includes(number)
    ? item.chapters.filter((one) => one !== number)
    : [...item.chapters, number].sort((a, b) => a - b)
}
</script>

<template>
  <div class="flex min-h-0 flex-col gap-3">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
    <div
      class="rounded-panel border-2 border-dashed px-5 py-4 text-center focus-visible:border-lake"
      :class="over ? 'border-moss bg-moss-pale/40' : 'border-moss-half bg-white'"
      tabindex="0"
      role="group"
      aria-label="Drop or paste files, pictures or text here"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="drop"
      @paste="paste"
    >
      <p class="text-[16px] font-bold">Drop files or photos here, or paste</p>
      <p class="text-[14px] text-quiet">
        Text, Markdown, Word, PDF, EPUB, web page; photos and scans of pages (JPEG, PNG, WebP, HEIC)
      </p>
      <button class="button mt-2" type="button" @click="picker?.click()">Choose files</button>
      <input
        :id="id ?? 'files'"
        ref="picker"
        class="sr-only"
        type="file"
        multiple
        :accept="readable"
        aria-label="Files to bring in"
        tabindex="-1"
        @change="chose"
      />
    </div>
    <ol class="min-h-0 space-y-2 overflow-y-auto">
      <li v-for="(item, index) in bringing.items.value" :key="item.key" class="panel px-3 py-2">
        <div class="flex items-center gap-2">
          <span class="w-5 shrink-0 text-right text-quiet">{{ index + 1 }}</span>
          <b class="min-w-0 flex-1 truncate">{{ item.file?.name ?? item.name }}</b>
          <span v-if="item.chapters.length" class="text-[13px] text-quiet">{{ found(item) }}</span>
          <button
            class="button min-h-[30px]! px-1.5!"
            type="button"
            :disabled="index === 0"
            :aria-label="`Move ${item.name} up`"
            @click="bringing.move(item, -1)"
          >
            <ArrowUp :size="16" />
          </button>
          <button
            class="button min-h-[30px]! px-1.5!"
            type="button"
            :disabled="index === bringing.items.value.length - 1"
            :aria-label="`Move ${item.name} down`"
            @click="bringing.move(item, 1)"
          >
            <ArrowDown :size="16" />
          </button>
          <button
            class="button min-h-[30px]! px-1.5!"
            type="button"
            :aria-label="`Leave ${item.name} out`"
            @click="bringing.remove(item)"
          >
            <X :size="16" />
          </button>
        </div>
        <p v-if="item.problem" role="alert" class="mt-1 pl-7 text-[14px] text-signal">
          {{ item.problem.message }} {{ item.problem.kept }} {{ item.problem.advice }}
        </p>
        <div v-else-if="!item.file || (item.file.job && item.file.job.state !== 'done')" class="mt-1 pl-7">
          <ProgressTrail :label="item.file?.job?.phase || 'Waiting'" :share="item.file?.job?.progress ?? 0" />
        </div>
        <template v-else>
          <p
            v-for="note in item.file.chapters.flatMap((chapter) => chapter.notes)"
            :key="note"
            class="mt-1 pl-7 text-[13px] text-quiet"
          >
            {{ note }}
          </p>
          <fieldset v-if="item.file.chapters.length > 1" class="mt-2 max-h-[190px] overflow-y-auto pl-7">
            <legend class="text-[13px] text-quiet">Which chapters?</legend>
            <label
              v-for="(chapter, number) in item.file.chapters"
              :key="number"
              class="flex items-baseline gap-2 py-0.5"
            >
              <input
                type="checkbox"
                :checked="item.chapters.includes(number)"
                @change="toggle(item, number)"
              />
              <span class="min-w-0 flex-1 truncate">{{ chapter.title }}</span>
              <span class="text-[13px] text-quiet">{{ chapter.words.toLocaleString() }} words</span>
            </label>
          </fieldset>
          <p v-else class="mt-0.5 truncate pl-7 font-passage text-[14px] text-quiet">
            {{ item.file.chapters[0]?.first_words }} …
          </p>
        </template>
      </li>
    </ol>
  </div>
</template>
