<script setup lang="ts">
import { Check } from '@lucide/vue'
import type { Waypoint } from '@/api/client'
import { SCREEN_NAMES } from './words'

defineProps<{ waypoints: Waypoint[]; lesson: string; here: string }>()
const GAP = 92
</script>

<template>
  <nav aria-label="The path of this lesson" class="relative">
    <svg class="absolute left-0 top-0 narrow:hidden" width="44" :height="GAP * 6" aria-hidden="true">
      <path
        v-for="i in 5"
        :key="i"
        :d="`M 22 ${(i - 1) * GAP + 30} q ${i % 2 ? 14 : -14} ${GAP / 2 - 8} 0 ${GAP - 18}`"
        fill="none"
        stroke="var(--color-moss-half)"
        stroke-width="3"
        stroke-dasharray="0.01 7"
        stroke-linecap="round"
      />
    </svg>
    <ol class="narrow:flex narrow:flex-wrap narrow:gap-x-1">
      <li
        v-for="point in waypoints"
        :key="point.screen"
        :style="{ '--gap': `${GAP}px` }"
        class="h-[var(--gap)] narrow:h-auto"
      >
        <RouterLink
          :to="{ name: point.screen, params: { id: lesson } }"
          :aria-current="point.screen === here ? 'step' : undefined"
          class="relative flex w-full items-start gap-3 rounded-panel py-1 pl-[10px] narrow:gap-1.5 narrow:pr-2 narrow:pl-1"
        >
          <span
            class="mt-[5px] flex h-6 w-6 shrink-0 items-center justify-center rounded-round border-2"
            :class="[
              point.screen === here || point.done ? 'border-moss bg-moss text-white' : 'border-moss bg-mist',
              point.screen === here ? 'ring-5 ring-moss-pale' : '',
            ]"
          >
            <Check
              v-if="point.done && point.screen !== here"
              :size="14"
              :stroke-width="3.5"
              aria-hidden="true"
            />
          </span>
          <span class="min-w-0">
            <span class="block text-[16px]" :class="point.screen === here ? 'font-bold' : 'font-semibold'">{{
              SCREEN_NAMES[point.screen]
            }}</span>
            <span
              class="block text-[13px] leading-tight narrow:sr-only"
              :class="point.attention ? 'text-signal' : 'text-quiet'"
              >{{ point.note }}</span
            >
          </span>
        </RouterLink>
      </li>
    </ol>
  </nav>
</template>
