<script setup lang="ts">
import { computed, onMounted, ref, useId, useTemplateRef } from 'vue'
import { activityOf, useCatalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'
import ChoicePills from '@/parts/ChoicePills.vue'
import { useDraft } from '@/parts/draft'
import { useUnkept } from '@/parts/unkept'
import { activityForm } from './formsByKind'
import type { Activity, Point } from './kinds'
import KindPicker from './KindPicker.vue'
import SpanField from './SpanField.vue'

/** Everything about one pause point, where its signpost stands. */
const props = defineProps<{
  point: Point
  lesson: Schemas['Lesson']
  deed: string
  /** The lesson's id. */
  of: string
  send: (point: Point, reach: Schemas['ReachInput']) => Promise<boolean>
}>()
const emit = defineEmits<{ cancel: [] }>()

const catalogue = useCatalogue()
const { draft, keep } = useDraft<Point>(
  () => props.point,
  (point) => props.send({ ...point, think_seconds: Number(point.think_seconds) }, reach.value),
)
const letGo = useUnkept(`${props.of}/${props.point.id || 'new'}`, draft, () => props.point)
const reach = ref<Schemas['ReachInput']>('word')
const question = useTemplateRef<HTMLTextAreaElement>('question')
const more = ref(Boolean(props.point.answer || props.point.paper || props.point.evidence.length))
const id = useId()
onMounted(() => question.value?.focus({ preventScroll: true }))

function toPlain<Value>(value: Value): Value {
  return JSON.parse(JSON.stringify(value)) as Value
}

const kind = computed(() => draft.value.activity.kind)
const about = computed(() => activityOf(catalogue, kind.value))
const form = computed(() => activityForm(kind.value))
const isNew = computed(() => !props.point.id)
const REACHES = (['word', 'line', 'sentence', 'paragraph', 'page'] as const).map((value) => ({
  value,
  name: value,
}))

/** What was filled in for each kind, so that going back to one finds it again. */
const filled = new Map<string, Activity>()
function setKind(value: string) {
  const next = activityOf(catalogue, value)
  if (draft.value.think_seconds === about.value.usual_think) draft.value.think_seconds = next.usual_think
  filled.set(kind.value, draft.value.activity)
  draft.value.activity = filled.get(value) ?? toPlain(next.fresh)
}

async function save() {
  if (await keep()) letGo()
}
function cancel() {
  letGo()
  emit('cancel')
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
  <form class="flex flex-col gap-2" @submit.prevent="save" @keydown.esc.stop="cancel">
    <KindPicker :model-value="kind" @update:model-value="setKind" />
    <div>
      <label class="sr-only" :for="`${id}q`">Question</label>
      <textarea
        :id="`${id}q`"
        ref="question"
        v-model="draft.question"
        class="field w-full resize-none"
        rows="2"
        maxlength="600"
        placeholder="What should students think, say or look for here?"
        @keydown.enter.exact.prevent="save"
      />
    </div>
    <div v-if="isNew">
      <p class="mb-0.5 text-[13px] text-quiet" aria-hidden="true">It comes after this</p>
      <ChoicePills
        v-model="reach"
        class="text-[13px]"
        small
        label=""
        aria-label="It comes after this"
        :choices="REACHES"
      />
    </div>

    <component :is="form" v-if="form" v-model="draft.activity" :lesson="lesson" :limits="about.limits" />
    <SpanField
      v-if="!about.shows_evidence"
      v-model="draft.evidence"
      label="Words that students should find"
    />

    <button
      v-if="!more"
      class="self-start text-[13px] font-semibold text-lake hover:underline"
      type="button"
      @click="more = true"
    >
      Answer, evidence, paper, chart …
    </button>
    <template v-else>
      <label class="text-[13px] text-quiet" :for="`${id}a`">Answer to show afterwards</label>
      <textarea :id="`${id}a`" v-model="draft.answer" class="field -mt-1 w-full resize-none" rows="2" />
      <SpanField
        v-if="about.shows_evidence"
        v-model="draft.evidence"
        label="Evidence, shown beside the question"
      />
      <label class="text-[13px] text-quiet" :for="`${id}p`">On paper</label>
      <input
        :id="`${id}p`"
        v-model="draft.paper"
        class="field -mt-1"
        placeholder="for instance: one sentence"
      />
      <template v-if="lesson.plan?.organizers?.length">
        <label class="text-[13px] text-quiet" :for="`${id}o`">Chart beside it</label>
        <select :id="`${id}o`" v-model="draft.organizer" class="field -mt-1">
          <option value="">none</option>
          <option v-for="chart in lesson.plan.organizers" :key="chart.id" :value="chart.id">
            {{ chart.title }}
          </option>
        </select>
      </template>
    </template>

    <div class="flex flex-wrap items-center gap-2">
      <label :for="`${id}s`" class="whitespace-nowrap">Think time</label>
      <input
        :id="`${id}s`"
        v-model="draft.think_seconds"
        class="field w-[72px]"
        type="number"
        :min="catalogue.think_seconds.least"
        :max="catalogue.think_seconds.most"
        step="1"
      />
      s
    </div>
    <div class="flex gap-2">
      <button class="button button-main" type="submit" :disabled="!draft.question.trim()">{{ deed }}</button>
      <button class="button" type="button" @click="cancel">Cancel</button>
    </div>
  </form>
</template>
