<script setup lang="ts">
import type { TrailView } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useDraft } from '@/parts/draft'

const props = defineProps<{ trail: TrailView; take: string; now: number }>()
const emit = defineEmits<{ seek: [at: number] }>()
const lesson = useLesson()
const hundredths = (seconds: number) => Number(seconds.toFixed(2))
const { draft: ends, keep: send } = useDraft(
  () => ({ start: hundredths(props.trail.trim_start), end: hundredths(props.trail.trim_end) }),
  ({ start, end }) => lesson.send({ kind: 'set trim', take: props.take, start, end }),
)

async function keep(at: number) {
  emit('seek', at)
  await send()
}
</script>

<template>
  <section>
    <h2 class="mb-1 font-bold">Where it begins and ends</h2>
    <p class="text-[13px] text-quiet">
      {{ trail.trimmed_by_hand ? 'Set by hand.' : 'Trimmed by themselves to 0.4 s around the sound.' }}
    </p>
    <div class="mt-1 grid grid-cols-2 gap-2">
      <label class="text-[13px]"
        >Begins at (s)<input
          v-model.number="ends.start"
          class="field"
          type="number"
          step="0.1"
          min="0"
          @change="keep(ends.start)"
      /></label>
      <label class="text-[13px]"
        >Ends at (s)<input
          v-model.number="ends.end"
          class="field"
          type="number"
          step="0.1"
          min="0"
          @change="keep(Math.max(0, ends.end - 2))"
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
