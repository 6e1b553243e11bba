<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Ellipsis } from '@lucide/vue'
import type { Schemas } from '@/api/client'
import { NEXT_DEEDS, SCREEN_NAMES } from '@/parts/words'

/** A lesson on the shelf: how it begins, how far it is, the next thing to do. */
defineProps<{ lesson: Schemas['ShelfLesson'] }>()
const emit = defineEmits<{ name: []; copy: []; remove: [] }>()
const xAt = (i: number) => 12 + i * 80
const yAt = (i: number) => 18 + (i % 2 ? 7 : -5)
const TRAIL = Array.from({ length: 5 }, (_, i) => {
  const [x, y, toX, toY] = [xAt(i), yAt(i), xAt(i + 1), yAt(i + 1)]
  return `M ${x} ${y} C ${x + 34} ${y} ${toX - 34} ${toY} ${toX} ${toY}`
}).join(' ')
const DEEDS = [
  { name: 'Rename, or move to a unit', act: () => emit('name') },
  { name: 'Make a copy', act: () => emit('copy') },
  { name: 'Delete', act: () => emit('remove') },
]
</script>

<template>
  <li class="panel flex flex-col p-5">
    <div class="flex items-start gap-2">
      <h3 class="min-w-0 flex-1 text-[20px] font-bold leading-tight">
        <RouterLink :to="{ name: lesson.next, params: { id: lesson.id } }">{{ lesson.title }}</RouterLink>
      </h3>
      <Menu as="div" class="relative">
        <MenuButton class="button min-h-[32px] px-2" :aria-label="`More for ${lesson.title}`">
          <Ellipsis :size="18" aria-hidden="true" />
        </MenuButton>
        <MenuItems class="panel absolute top-full right-0 z-10 mt-1 w-[220px] p-1 focus:outline-none">
          <MenuItem v-for="deed in DEEDS" :key="deed.name" v-slot="{ active }">
            <button
              class="block min-h-[32px] w-full rounded-small px-3 py-1 text-left"
              :class="active ? 'bg-mist' : ''"
              type="button"
              @click="deed.act"
            >
              {{ deed.name }}
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
    </div>
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
        <RouterLink
          v-for="(point, i) in lesson.waypoints"
          :key="point.screen"
          v-slot="{ href, navigate }"
          custom
          :to="{ name: point.screen, params: { id: lesson.id } }"
        >
          <a :href="href" tabindex="-1" :aria-label="SCREEN_NAMES[point.screen]" @click="navigate">
            <circle
              :cx="xAt(i)"
              :cy="yAt(i)"
              r="8"
              stroke="var(--color-moss)"
              stroke-width="2.5"
              :fill="point.done ? 'var(--color-moss)' : 'var(--color-white)'"
            />
          </a>
        </RouterLink>
      </svg>
      <ul class="grid grid-cols-6 text-[12px]" aria-label="How far this lesson is">
        <li v-for="point in lesson.waypoints" :key="point.screen" :class="point.done ? '' : 'text-quiet'">
          <RouterLink
            class="inline-block min-h-[24px] min-w-[24px] hover:underline"
            :to="{ name: point.screen, params: { id: lesson.id } }"
            >{{ SCREEN_NAMES[point.screen]
            }}<span class="sr-only">{{ point.done ? ' done' : ' not yet' }}</span></RouterLink
          >
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
</template>
