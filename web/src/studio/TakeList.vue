<script setup lang="ts">
import { computed } from 'vue'
import { useLesson } from '@/api/lesson'
import { clock, ORIGINS } from '@/parts/words'

const lesson = useLesson()
const takes = computed(() => lesson.view.value.takes.filter((take) => take.state === 'kept').toReversed())
</script>

<template>
  <section v-if="takes.length" aria-label="Takes">
    <h2 class="label">Takes</h2>
    <ul class="flex flex-col gap-2">
      <li
        v-for="take in takes"
        :key="take.id"
        class="panel px-3 py-2"
        :class="take.counts ? 'border-moss' : ''"
      >
        <div class="flex items-center gap-2">
          <strong class="whitespace-nowrap">Take {{ take.number }}</strong>
          <span class="text-[13px] text-quiet"
            >{{ take.seconds ? clock(take.seconds) : '' }} · {{ ORIGINS[take.origin] ?? take.origin }}</span
          >
          <span v-if="take.counts" class="ml-auto text-[13px] font-semibold text-moss">counts</span>
          <button
            v-else-if="take.has_trail"
            class="button ml-auto min-h-[28px] px-2 text-[13px]"
            type="button"
            @click="lesson.send({ kind: 'choose take', take: take.id })"
          >
            Let it count
          </button>
        </div>
        <p v-if="take.fault" class="text-[13px] text-signal">{{ take.fault }}</p>
      </li>
    </ul>
  </section>
</template>
