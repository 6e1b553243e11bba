<script setup lang="ts">
import { ref, watch } from 'vue'
import type { TrailView } from '@/api/client'
import { useLesson } from '@/api/lesson'

const props = defineProps<{ trail: TrailView; take: string; now: number }>()
const emit = defineEmits<{ seek: [at: number] }>()
const lesson = useLesson()
const start = ref(0)
const end = ref(0)

watch(
  () => [props.trail.trim_start, props.trail.trim_end],
  ([a, b]) => {
    start.value = Number(a!.toFixed(2))
    end.value = Number(b!.toFixed(2))
  },
  { immediate: true },
)

async function keep(at: number) {
  emit('seek', at)
  await lesson.send({ kind: 'set trim', take: props.take, start: start.value, end: end.value })
}
</script>

<template>
  <section>
    <h2 class="mb-1 font-bold">The ends</h2>
    <p class="text-[13px] text-quiet">
      {{ trail.trimmed_by_hand ? 'Set by hand.' : 'Trimmed by themselves to 0.4 s around the sound.' }}
    </p>
    <div class="mt-1 grid grid-cols-2 gap-2">
      <label class="text-[13px]"
        >Begins at (s)<input
          v-model.number="start"
          class="field"
          type="number"
          step="0.1"
          min="0"
          @change="keep(start)"
      /></label>
      <label class="text-[13px]"
        >Ends at (s)<input
          v-model.number="end"
          class="field"
          type="number"
          step="0.1"
          min="0"
          @change="keep(Math.max(0, end - 2))"
      /></label>
    </div>
    <button
      v-if="trail.trimmed_by_hand"
      class="button mt-2"
      type="button"
      @click="lesson.send({ kind: 'clear trim', take })"
    >
      Trim by itself again
    </button>
  </section>
</template>
