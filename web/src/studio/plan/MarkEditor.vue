<script setup lang="ts">
import { computed, useId } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'
import { useDraft } from '@/parts/draft'
import { markForm } from './formsByKind'
import { MOMENTS } from './kinds'

/** A mark: what it means, how it is drawn and when. Each change is kept at once. */
const props = defineProps<{
  mark: Schemas['Mark']
  lesson: Schemas['Lesson']
  printed: string
  send: (mark: Schemas['Mark']) => Promise<boolean>
}>()
const emit = defineEmits<{ remove: [] }>()
const id = useId()

const { draft, keep: keepDraft } = useDraft(
  () => props.mark,
  (mark) => props.send(mark),
)
function keep(part: Partial<Schemas['Mark']>) {
  Object.assign(draft.value, part)
  void keepDraft()
}
const value = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
const pictures = computed(() =>
  props.lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks.filter((block) => block.picture))),
)
const photos = computed(() =>
  props.lesson.passages.flatMap((p) => p.pages.filter((page) => page.photo && page.as_photo)),
)
/** "block/region", or empty for a mark on the words. */
const place = computed(() => (draft.value.picture ? `${draft.value.picture}/${draft.value.region}` : ''))
function put(at: string) {
  const [picture = '', region = ''] = at.split('/')
  keep({ picture, region })
}
const TIMES = ['first', 'second', 'third', 'fourth', 'fifth'] as const
/** A quotation comes after the reading: the second time at the earliest. */
const firstTime = computed(() => (draft.value.moment === 'when quoted later' ? 2 : 1))
const nth = computed(() => Math.max(draft.value.nth, firstTime.value))
/** The forms it can have: ink only where a pen drew it, and none that needs a word it does not have. */
const { forms } = useCatalogue()
const kind = computed(() => draft.value.form.kind)
const offered = computed(() => forms.filter((one) => one.key || draft.value.ink.length))
const fields = computed(() => markForm(kind.value))
const change = (to: string) => keep({ form: forms.find((one) => one.kind === to)!.fresh })
const oneWord = computed(() => draft.value.first === draft.value.last)
const letters = computed(() => [...props.printed])
/** The first click on a letter begins the mark there, the last letter clicked ends it. */
function trim(at: number) {
  const skip = draft.value.skip
  const end = letters.value.length - draft.value.drop - 1
  if (at < (skip + end) / 2 || at < skip) keep({ skip: at === skip ? 0 : at })
  else keep({ drop: at === end ? 0 : letters.value.length - 1 - at })
}
/** The pause point that comes next after the mark's words; the last one, where none does. */
const nextPoint = computed(() => {
  const order = new Map(
    props.lesson.passages
      .flatMap((p) => p.pages.flatMap((q) => q.blocks.flatMap((block) => block.words)))
      .map((word, n) => [word.id, n]),
  )
  const here = order.get(draft.value.last) ?? 0
  const points = props.lesson.pause_points
  const next = points.find((point) => !point.after || (order.get(point.after) ?? -1) >= here)
  return (next ?? points[points.length - 1])?.id ?? ''
})
const isIn = (at: number) => at >= draft.value.skip && at < letters.value.length - draft.value.drop
</script>

<template>
  <div class="flex flex-col gap-2 text-[14px]">
    <div class="grid grid-cols-[128px_minmax(0,1fr)] gap-2">
      <select class="field" aria-label="Kind of mark" :value="kind" @change="change(value($event))">
        <option
          v-for="one in offered"
          :key="one.kind"
          :value="one.kind"
          :disabled="one.needs_word && one.kind !== kind"
        >
          {{ one.name }}
        </option>
      </select>
      <select
        class="field"
        aria-label="Meaning"
        :value="draft.meaning"
        @change="keep({ meaning: value($event) })"
      >
        <option v-for="one in lesson.legend" :key="one.id" :value="one.id">
          {{ one.letter }} · {{ one.name }}
        </option>
      </select>
    </div>
    <component
      :is="fields"
      v-if="fields"
      :model-value="draft.form"
      :lesson="lesson"
      :printed="printed"
      :one-word="oneWord"
      @update:model-value="(form: Schemas['Mark']['form']) => keep({ form })"
    />
    <div class="grid grid-cols-2 gap-2">
      <select
        class="field"
        aria-label="When it is drawn"
        :value="draft.moment ?? 'when read'"
        @change="
          keep({
            moment: value($event) as Schemas['Moment'],
            pause: draft.pause || nextPoint,
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
        v-if="draft.moment === 'at a pause point'"
        class="field"
        aria-label="Pause point"
        :value="draft.pause"
        @change="keep({ pause: value($event) })"
      >
        <option v-for="point in lesson.pause_points" :key="point.id" :value="point.id">
          {{ point.question }}
        </option>
      </select>
      <label
        v-else-if="draft.moment === 'when read' || draft.moment === 'when quoted later'"
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
          :value="draft.seconds ?? 0"
          @change="keep({ seconds: Number(value($event)) })"
        />
        <span class="text-[13px] text-quiet">seconds (0: as long as it takes)</span>
      </span>
    </div>
    <select
      v-if="pictures.length || photos.length"
      class="field"
      aria-label="Where it is drawn"
      :value="place"
      @change="put(value($event))"
    >
      <option value="">on the words</option>
      <template v-for="block in pictures" :key="block.id">
        <option :value="`${block.id}/`">
          {{ draft.ink.length ? 'on' : 'around' }} the picture{{ block.text ? ` “${block.text}”` : '' }}
        </option>
        <option v-for="region in block.picture!.regions" :key="region.id" :value="`${block.id}/${region.id}`">
          on {{ region.name }}
        </option>
      </template>
      <option v-for="page in photos" :key="page.id" :value="`${page.id}/`">
        on the photo of the page {{ page.label }}
      </option>
    </select>
    <div
      v-if="oneWord && !draft.picture && letters.length > 1 && kind !== 'word parts'"
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
        v-if="draft.ink.length && kind !== 'ink'"
        class="font-semibold text-lake hover:underline"
        type="button"
        @click="keep({ as_drawn: !draft.as_drawn })"
      >
        {{ draft.as_drawn ? 'Show it tidy' : 'Show it as drawn' }}
        <kbd class="key">R</kbd>
      </button>
      <button class="font-semibold text-quiet hover:underline" type="button" @click="emit('remove')">
        Remove
      </button>
    </div>
  </div>
</template>
