<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { computed } from 'vue'
import { useLesson } from '@/api/lesson'
import { megabytes } from '@/parts/words'
import { nameOf, type Made } from './films'

/** The files of a film that was made. */
const props = defineProps<{ made: readonly Made[] }>()
const lesson = useLesson()
const title = computed(
  () => `${lesson.view.value.lesson.passages[0]!.title.replace(/[^\w’' -]/g, '') || 'lesson'}`,
)
const fileName = (film: Made) =>
  encodeURIComponent(`${title.value} - ${nameOf(film.version)}${several.value ? ` - ${film.shape}` : ''}`)
const NAMES: Record<string, string> = {
  mp4: 'MP4',
  webm: 'WebM',
  m4a: 'the sound, M4A',
  opus: 'the sound, Opus',
}
const several = computed(() => new Set(props.made.map((film) => film.shape)).size > 1)
const files = computed(() =>
  props.made.map((film) => ({
    name: `Film (${NAMES[film.kind]}${several.value ? `, ${film.shape}` : ''}) · ${megabytes(film.size)}`,
    href: `/api/videos/${film.id}/video.${film.kind}?name=${fileName(film)}.${film.kind}`,
  })),
)
const beside = computed(() => {
  const film = props.made[0]
  if (!film) return []
  return (
    [
      ['Captions (WebVTT)', 'captions.vtt'],
      ['Captions (SRT)', 'captions.srt'],
      ['Captions (TTML)', 'captions.ttml'],
      ['Chapters to paste', 'chapters.txt'],
      ['Cover (PNG)', 'cover.png'],
      ['Cover (JPEG)', 'poster.jpg'],
      ['Timeline (OpenTimelineIO)', 'timeline.otio'],
    ] as const
  ).map(([name, file]) => ({
    name,
    href: `/api/videos/${film.id}/${file}?name=${fileName(film)}.${file.split('.')[1]}`,
  }))
})
</script>

<template>
  <Menu v-if="files.length" as="div" class="relative">
    <MenuButton class="button">Download <ChevronDown :size="16" aria-hidden="true" /></MenuButton>
    <MenuItems class="panel absolute right-0 bottom-full z-20 mb-1 flex w-[240px] flex-col p-1">
      <MenuItem v-for="one in [...files, ...beside]" :key="one.href" v-slot="{ active }">
        <a
          class="rounded-small px-3 py-1.5"
          :class="active ? 'bg-lake-pale' : ''"
          :href="one.href"
          download
          >{{ one.name }}</a
        >
      </MenuItem>
    </MenuItems>
  </Menu>
</template>
