<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Schemas } from '@/api/client'
import { MARK_KINDS, MOMENTS, SYMBOLS } from './kinds'

/** A mark: what it means, how it is drawn and when. Each change is kept at once. */
const props = defineProps<{ mark: Schemas['Mark']; lesson: Schemas['Lesson']; printed: string }>()
const emit = defineEmits<{ keep: [mark: Schemas['Mark']]; remove: [] }>()
const id = useId()

const keep = (part: Partial<Schemas['Mark']>) => emit('keep', { ...props.mark, ...part })
const value = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
const pictures = computed(() =>
  props.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.filter((block) => block.picture))),
)
/** "block/region", or empty for a mark on the words. */
const place = computed(() => (props.mark.picture ? `${props.mark.picture}/${props.mark.region}` : ''))
function put(at: string) {
  const [picture = '', region = ''] = at.split('/')
  keep({ picture, region })
}
const TIMES = ['first', 'second', 'third', 'fourth', 'fifth'] as const
/** A quotation comes after the reading: the second time at the earliest. */
const firstTime = computed(() => (props.mark.moment === 'when quoted later' ? 2 : 1))
const nth = computed(() => Math.max(props.mark.nth, firstTime.value))
/** The boxes of the charts that a number can stand for. */
const boxes = computed(() =>
  props.lesson.plan.organizers.flatMap((chart) =>
    chart.boxes.map((box, n) => ({
      value: `${chart.id}/${box.id}`,
      name: `${chart.title}: ${box.heading || `box ${n + 1}`}`,
    })),
  ),
)
const tie = computed(() => (props.mark.chart ? `${props.mark.chart}/${props.mark.box}` : ''))
function tieTo(at: string) {
  const [chart = '', box = ''] = at.split('/')
  keep({ chart, box })
}
const oneWord = computed(() => props.mark.first === props.mark.last)
const letters = computed(() => [...props.printed])
const cuts = computed(() => new Set(props.mark.cuts))

function cut(at: number) {
  const next = new Set(cuts.value)
  if (!next.delete(at)) next.add(at)
  keep({ cuts: [...next].sort((a, b) => a - b) })
}
/** The first click on a letter begins the mark there, the last letter clicked ends it. */
function trim(at: number) {
  const skip = props.mark.skip
  const end = letters.value.length - props.mark.drop - 1
  if (at < (skip + end) / 2 || at < skip) keep({ skip: at === skip ? 0 : at })
  else keep({ drop: at === end ? 0 : letters.value.length - 1 - at })
}
const isIn = (at: number) => at >= props.mark.skip && at < letters.value.length - props.mark.drop
</script>

<template>
  <div class="flex flex-col gap-2 text-[14px]">
    <div class="grid grid-cols-2 gap-2">
      <select
        class="field"
        aria-label="Kind of mark"
        :value="mark.kind"
        @change="keep({ kind: value($event) as Schemas['MarkKind'] })"
      >
        <option v-for="kind in MARK_KINDS" :key="kind.value" :value="kind.value">{{ kind.name }}</option>
        <option v-if="mark.ink?.length" value="ink">Ink as drawn</option>
      </select>
      <select
        class="field"
        aria-label="Meaning"
        :value="mark.meaning"
        @change="keep({ meaning: value($event) })"
      >
        <option v-for="one in lesson.legend" :key="one.id" :value="one.id">
          {{ one.letter }} · {{ one.name }}
        </option>
      </select>
    </div>
    <div class="grid grid-cols-2 gap-2">
      <select
        class="field"
        aria-label="When it is drawn"
        :value="mark.moment ?? 'when read'"
        @change="
          keep({
            moment: value($event) as Schemas['Moment'],
            pause: mark.pause || lesson.pause_points?.[0]?.id || '',
          })
        "
      >
        <option
          v-for="one in MOMENTS"
          :key="one.value"
          :value="one.value"
          :disabled="one.value === 'at a pause point' && !lesson.pause_points?.length"
        >
          {{ one.name }}
        </option>
      </select>
      <select
        v-if="mark.moment === 'at a pause point'"
        class="field"
        aria-label="Pause point"
        :value="mark.pause"
        @change="keep({ pause: value($event) })"
      >
        <option v-for="point in lesson.pause_points" :key="point.id" :value="point.id">
          {{ point.question }}
        </option>
      </select>
      <label
        v-else-if="mark.moment === 'when read' || mark.moment === 'when quoted later'"
        class="flex items-center gap-1 text-[13px] text-quiet"
      >
        for the
        <select
          class="field min-w-0 flex-1 text-ink"
          aria-label="Which time it is read"
          :value="nth"
          @change="keep({ nth: Number(value($event)) })"
        >
          <option v-for="(name, n) in TIMES" :key="name" :value="n + 1" :disabled="n + 1 < firstTime">
            {{ name }}
          </option>
        </select>
        time
      </label>
    </div>
    <div class="flex items-center gap-1">
      <span class="flex items-center gap-1">
        <label :for="`${id}s`" class="text-[13px] text-quiet">drawn over</label>
        <input
          :id="`${id}s`"
          class="field w-[64px]"
          type="number"
          min="0"
          max="60"
          step="0.1"
          :value="mark.seconds ?? 0"
          @change="keep({ seconds: Number(value($event)) })"
        />
        <span class="text-[13px] text-quiet">seconds (0: as long as it takes)</span>
      </span>
    </div>
    <input
      v-if="mark.kind === 'number' || mark.kind === 'margin note'"
      class="field"
      :aria-label="mark.kind === 'number' ? 'Number' : 'Note in the margin'"
      :placeholder="mark.kind === 'number' ? 'Number' : 'Note in the margin'"
      :value="mark.text"
      @change="keep({ text: value($event) })"
    />
    <select
      v-if="mark.kind === 'number' && boxes.length"
      class="field"
      aria-label="The box of a chart that it stands for"
      :value="tie"
      @change="tieTo(value($event))"
    >
      <option value="">stands for no box of a chart</option>
      <option v-for="box in boxes" :key="box.value" :value="box.value">{{ box.name }}</option>
    </select>
    <select
      v-if="pictures.length"
      class="field"
      aria-label="Where it is drawn"
      :value="place"
      @change="put(value($event))"
    >
      <option value="">on the words</option>
      <template v-for="block in pictures" :key="block.id">
        <option :value="`${block.id}/`">around the picture{{ block.text ? ` “${block.text}”` : '' }}</option>
        <option v-for="region in block.picture!.regions" :key="region.id" :value="`${block.id}/${region.id}`">
          on {{ region.name }}
        </option>
      </template>
    </select>
    <select
      v-if="mark.kind === 'symbol'"
      class="field"
      aria-label="Symbol"
      :value="mark.text || 'star'"
      @change="keep({ text: value($event) })"
    >
      <option v-for="symbol in SYMBOLS" :key="symbol" :value="symbol">{{ symbol }}</option>
    </select>
    <div
      v-if="mark.kind === 'word parts' && oneWord"
      aria-label="Where the parts meet"
      role="group"
      class="flex items-center font-passage text-[18px]"
    >
      <template v-for="(letter, n) in letters" :key="n">
        <button
          v-if="n"
          class="h-7 w-3 rounded-small text-center leading-none hover:bg-lake-pale"
          type="button"
          :aria-pressed="cuts.has(n)"
          :aria-label="`A part begins with the ${letter}`"
          @click="cut(n)"
        >
          {{ cuts.has(n) ? '·' : '' }}
        </button>
        <span>{{ letter }}</span>
      </template>
    </div>
    <div
      v-else-if="oneWord && letters.length > 1"
      role="group"
      aria-label="Letters that are marked"
      class="flex items-center gap-0.5 font-passage text-[18px]"
    >
      <button
        v-for="(letter, n) in letters"
        :key="n"
        class="rounded-small px-1 leading-tight"
        :class="isIn(n) ? 'bg-lake-pale' : 'text-quiet'"
        type="button"
        :aria-pressed="isIn(n)"
        :aria-label="`Mark the letter ${letter}`"
        @click="trim(n)"
      >
        {{ letter }}
      </button>
    </div>
    <div class="flex gap-3 text-[13px]">
      <button
        v-if="mark.ink?.length && mark.kind !== 'ink'"
        class="font-semibold text-lake hover:underline"
        type="button"
        @click="keep({ as_drawn: !mark.as_drawn })"
      >
        {{ mark.as_drawn ? 'Show it tidy' : 'Show it as drawn' }}
        <kbd class="key">R</kbd>
      </button>
      <button class="font-semibold text-quiet hover:underline" type="button" @click="emit('remove')">
        Remove
      </button>
    </div>
  </div>
</template>
