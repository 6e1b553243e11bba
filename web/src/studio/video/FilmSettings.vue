<script setup lang="ts">
import { computed } from 'vue'
import { useLesson } from '@/api/lesson'
import ChoicePills from '@/parts/ChoicePills.vue'
import EndCardSettings from './EndCardSettings.vue'
import FoldPanel from './FoldPanel.vue'
import { nameOf, type Change, type Choices, type Version } from './films'
import PartPicker from './PartPicker.vue'

/** What is chosen for the films: of all four, and of the one that is shown. */
const props = defineProps<{ version: Version; choices: Choices }>()
const emit = defineEmits<{ choose: [change: Change] }>()
const lesson = useLesson()
const choose = (change: Change) => emit('choose', change)

function field<Name extends 'shape' | 'detail' | 'colours' | 'captions' | 'think'>(name: Name) {
  return computed({
    get: () => props.choices[name],
    set: (value) => choose({ [name]: value }),
  })
}
const shape = field('shape')
const detail = field('detail')
const colours = field('colours')
const captions = field('captions')
const think = field('think')
const after = computed({
  get: () => props.choices.echo_after ?? 'by itself',
  set: (value) => choose({ echo_after: value }),
})
const SHAPES = [
  { value: 'wide', name: 'wide', frame: 'h-[29px] w-[52px]' },
  { value: 'square', name: 'square', frame: 'h-[38px] w-[38px]' },
  { value: 'tall', name: 'tall', frame: 'h-[48px] w-[27px]' },
] as const
const DETAILS = [
  { value: '720p', name: '720p' },
  { value: '1080p', name: '1080p' },
  { value: '2160p', name: '2160p' },
] as const
const LOOKS = [
  { value: 'paper', name: 'paper' },
  { value: 'warm', name: 'warm' },
  { value: 'evening', name: 'evening' },
  { value: 'strong', name: 'strong contrast' },
] as const
const CAPTIONS = [
  { value: 'off', name: 'off' },
  { value: 'track', name: 'to switch on' },
  { value: 'picture', name: 'in the picture' },
] as const
const UNITS = [
  { value: 'by itself', name: 'sentence, or line of verse' },
  { value: 'sentence', name: 'sentence' },
  { value: 'line', name: 'line of verse' },
  { value: 'phrase', name: 'phrase' },
  { value: 'paragraph', name: 'paragraph' },
] as const
const HOLDS = [
  ['marks', 'Marks'],
  ['cards', 'Word cards, purpose, task'],
  ['questions', 'Pause points and charts'],
  ['talk', 'What you say between'],
] as const
const hasCamera = computed(() => lesson.view.value.takes.some((take) => take.camera.length))
const bare = computed(() => HOLDS.every(([name]) => !props.choices[name]))
const leftOut = computed(() => HOLDS.filter(([name]) => !props.choices[name]).length)
const part = computed(() => props.choices.shown.extent !== 'whole')
const summary = computed(() => {
  if (bare.value) return 'a bare reading'
  const parts = [part.value ? 'a part' : '', leftOut.value ? `${leftOut.value} left out` : ''].filter(Boolean)
  return parts.join(', ') || 'all of it'
})
function makeBare(on: boolean) {
  choose({ marks: !on, cards: !on, questions: !on, talk: !on })
}
const inPercent = (share: number) => Math.round(share * 100)
</script>

<template>
  <div class="flex flex-col gap-4 text-[14px]">
    <fieldset>
      <legend class="mb-1 text-quiet">Shape</legend>
      <div class="flex items-end gap-2" role="radiogroup" aria-label="Shape">
        <button
          v-for="one in SHAPES"
          :key="one.value"
          class="flex flex-col items-center justify-end gap-1 rounded-small px-1 text-[13px]"
          :class="shape === one.value ? 'font-semibold text-moss' : ''"
          type="button"
          role="radio"
          :aria-checked="shape === one.value"
          @click="shape = one.value"
        >
          <span
            class="block rounded-small border-2"
            :class="[
              one.frame,
              shape === one.value ? 'border-moss bg-moss-pale' : 'border-hairline bg-white',
            ]"
            aria-hidden="true"
          />
          {{ one.name }}
        </button>
        <p class="flex-1 text-[13px] leading-[17px] text-quiet">
          {{
            shape === 'wide'
              ? 'for the classroom wall'
              : shape === 'square'
                ? 'for a tablet held upright'
                : 'for a phone'
          }}; set anew, nothing is cut off
        </p>
      </div>
    </fieldset>
    <ChoicePills v-model="detail" label="Detail" small stacked :choices="DETAILS" />
    <ChoicePills v-model="colours" label="Look" small stacked :choices="LOOKS" />
    <ChoicePills v-model="captions" label="Captions" small stacked :choices="CAPTIONS" />
    <section class="rounded-panel border border-hairline bg-white p-3" :aria-label="`For ${nameOf(version)}`">
      <h3 class="mb-1 font-semibold">For {{ nameOf(version) }}</h3>
      <template v-if="version === 'listen'">
        <ChoicePills
          v-model="think"
          label="At a pause point"
          small
          stacked
          :choices="[
            { value: 'full', name: 'all the think time' },
            { value: 'breath', name: 'a breath of 3 s' },
          ]"
        />
      </template>
      <template v-else-if="version === 'echo'">
        <label class="block"
          >They say it back after each
          <select v-model="after" class="field mt-1 py-1.5">
            <option v-for="one in UNITS" :key="one.value" :value="one.value">{{ one.name }}</option>
          </select>
        </label>
        <label class="mt-3 block"
          >in {{ choices.echo.factor.toFixed(1) }} times as long as it took
          <input
            class="h-6 w-full"
            type="range"
            min="0.8"
            max="3"
            step="0.1"
            :value="choices.echo.factor"
            aria-label="How long they have"
            @change="choose({ echo_factor: Number(($event.target as HTMLInputElement).value) })"
          />
        </label>
      </template>
      <template v-else-if="version === 'together'">
        <label class="block"
          >Read at {{ inPercent(choices.pace) }} % of your pace, at the same pitch
          <input
            class="h-6 w-full"
            type="range"
            min="0.7"
            max="1"
            step="0.05"
            :value="choices.pace"
            aria-label="Pace"
            @change="choose({ pace: Number(($event.target as HTMLInputElement).value) })"
          />
        </label>
        <label class="mt-2 block"
          >The light is {{ Math.round(choices.lead * 1000) }} ms ahead of the voice
          <input
            class="h-6 w-full"
            type="range"
            min="0"
            max="0.4"
            step="0.05"
            :value="choices.lead"
            aria-label="How far the light is ahead"
            @change="choose({ lead: Number(($event.target as HTMLInputElement).value) })"
          />
        </label>
      </template>
      <template v-else>
        <label class="flex items-center gap-2">
          <input
            type="checkbox"
            class="size-4"
            :checked="choices.own_rate > 0"
            @change="
              choose({
                own_rate: ($event.target as HTMLInputElement).checked
                  ? Math.round(lesson.view.value.lesson.words_per_minute)
                  : 0,
              })
            "
          />
          at a pace of its own
        </label>
        <label v-if="choices.own_rate" class="mt-2 flex items-center gap-2"
          ><input
            class="field w-[80px] py-1"
            type="number"
            min="20"
            max="250"
            :value="choices.own_rate"
            aria-label="Words a minute"
            @change="choose({ own_rate: Number(($event.target as HTMLInputElement).value) })"
          />
          words a minute</label
        >
        <p v-else class="mt-1 text-[13px] text-quiet">The light goes as you read it.</p>
      </template>
    </section>
    <FoldPanel title="What is in it" :summary="summary">
      <label class="flex items-center gap-2">
        <input
          type="checkbox"
          class="size-4"
          :checked="bare"
          @change="makeBare(($event.target as HTMLInputElement).checked)"
        />
        A bare reading of the passage
      </label>
      <div class="flex flex-col gap-1 border-t border-hairline pt-2">
        <label v-for="[name, says] in HOLDS" :key="name" class="flex items-center gap-2">
          <input
            type="checkbox"
            class="size-4"
            :checked="choices[name]"
            @change="choose({ [name]: ($event.target as HTMLInputElement).checked })"
          />
          {{ says }}
        </label>
        <template v-if="hasCamera">
          <label class="flex items-center gap-2">
            <input
              type="checkbox"
              class="size-4"
              :checked="choices.camera"
              @change="choose({ camera: ($event.target as HTMLInputElement).checked })"
            />
            Your camera’s picture, where there is room
          </label>
          <label v-if="choices.camera" class="ml-6 flex items-center gap-2">
            <input
              type="checkbox"
              class="size-4"
              :checked="choices.camera_greets"
              @change="choose({ camera_greets: ($event.target as HTMLInputElement).checked })"
            />
            large while you greet
          </label>
        </template>
        <label class="flex items-center gap-2">
          <input
            type="checkbox"
            class="size-4"
            :checked="choices.signal"
            @change="choose({ signal: ($event.target as HTMLInputElement).checked })"
          />
          A soft signal at pause points
        </label>
      </div>
      <PartPicker :shown="choices.shown" @choose="choose({ shown: $event })" />
    </FoldPanel>
    <EndCardSettings :end="choices.end ?? null" @choose="choose({ end: $event })" />
  </div>
</template>
