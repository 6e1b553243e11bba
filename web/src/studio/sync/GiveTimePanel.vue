<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronRight } from '@lucide/vue'
import { computed, ref } from 'vue'
import { duration } from '@/parts/words'
import type { useGivingTime } from './givingTime'

/** Time for students: heard more slowly, a hold after a word, gaps to say it back. */
const props = defineProps<{
  giving: ReturnType<typeof useGivingTime>
  /** What is chosen, as it is called: "3 words", "“clover”"; empty for nothing. */
  chosen: string
  /** The word after which the lesson would stand still; empty for none. */
  last: string
}>()
const speed = ref(85)
const seconds = ref(5)
const counted = ref(true)
const given = computed(() => props.giving)
const summary = computed(() => {
  const { holds, slower } = given.value
  const said = [
    holds.value.length && `${holds.value.length} ${holds.value.length === 1 ? 'hold' : 'holds'}`,
    slower.value.length && `${slower.value.length} slower`,
  ].filter(Boolean)
  return said.join(', ') || 'slower, holds, echo'
})
</script>

<template>
  <Disclosure v-slot="{ open }" as="section" class="panel p-3" aria-label="Give students time">
    <DisclosureButton class="flex min-h-[28px] w-full items-center gap-1 text-left">
      <ChevronRight
        :size="18"
        class="transition-transform"
        :class="open ? 'rotate-90' : ''"
        aria-hidden="true"
      />
      <span class="font-bold">Give students time</span>
      <span class="ml-auto text-[13px] text-quiet">{{ summary }}</span>
    </DisclosureButton>
    <DisclosurePanel class="mt-2 flex flex-col gap-3 text-[13px]">
      <div role="group" aria-label="Slower">
        <label class="block"
          >Heard at {{ speed }} % of its speed, at the same pitch
          <input v-model.number="speed" class="h-6 w-full" type="range" min="70" max="100" step="5" />
        </label>
        <div class="flex flex-wrap gap-2">
          <button
            v-if="chosen"
            class="button min-h-[32px] px-3 text-[13px]"
            type="button"
            @click="given.setSpeed(speed / 100)"
          >
            <span class="max-w-[120px] truncate">{{ chosen }}</span> at {{ speed }} %
          </button>
          <button
            class="button min-h-[32px] px-3 text-[13px]"
            type="button"
            @click="given.setSpeed(speed / 100, true)"
          >
            The whole take
          </button>
        </div>
      </div>
      <div role="group" aria-label="Hold">
        <p class="mb-1">
          {{
            last
              ? `The lesson stands still after ${last}, and goes on by itself.`
              : 'Choose a word to have the lesson stand still after it.'
          }}
        </p>
        <div v-if="last" class="flex items-center gap-2">
          <label class="flex items-center gap-1"
            ><input v-model.number="seconds" class="field w-[64px] py-1" type="number" min="1" max="300" />
            s</label
          >
          <label class="flex items-center gap-1"
            ><input v-model="counted" type="checkbox" class="size-4 accent-moss" /> with stones</label
          >
          <button
            class="button ml-auto min-h-[32px] px-3 text-[13px]"
            type="button"
            @click="given.holdHere(seconds, counted)"
          >
            Hold <kbd class="key">H</kbd>
          </button>
        </div>
      </div>
      <div role="group" aria-label="Say it back">
        <p class="flex flex-wrap items-center gap-1">
          Students say back each
          <select
            v-model="given.after.value"
            class="rounded-small border border-hairline bg-white px-1 py-0.5"
            aria-label="What they say back"
          >
            <option value="sentence">sentence or line</option>
            <option value="paragraph">paragraph</option>
          </select>
          in
          <select
            v-model.number="given.factor.value"
            class="rounded-small border border-hairline bg-white px-1 py-0.5"
            aria-label="How long they have"
          >
            <option :value="1">as long as it took</option>
            <option :value="1.3">1.3 times as long</option>
            <option :value="1.6">1.6 times as long</option>
            <option :value="2">twice as long</option>
          </select>
        </p>
        <button
          v-if="given.echo.value?.holds.length"
          class="button mt-1 min-h-[32px] px-3 text-[13px]"
          type="button"
          @click="given.addEcho"
        >
          Leave {{ given.echo.value.holds.length }} gaps, {{ duration(given.echo.value.seconds) }} in all
        </button>
        <!-- As high as the button: what stands below it stays where it is. -->
        <p v-else-if="given.echo.value" class="mt-1 flex min-h-[32px] items-center text-quiet">
          There are gaps everywhere already.
        </p>
      </div>
      <p v-if="given.holds.value.length || given.slower.value.length" class="flex flex-wrap gap-x-3">
        <button
          v-if="given.holds.value.length"
          class="min-h-[24px] font-semibold text-lake hover:underline"
          type="button"
          @click="given.removeHolds"
        >
          No holds
        </button>
        <button
          v-if="given.slower.value.length"
          class="min-h-[24px] font-semibold text-lake hover:underline"
          type="button"
          @click="given.setSpeed(1, true)"
        >
          All at its own speed
        </button>
      </p>
    </DisclosurePanel>
  </Disclosure>
</template>
