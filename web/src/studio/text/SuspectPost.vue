<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import type { Command, Schemas } from '@/api/client'

/** A word that looks wrong, with its place on the photo where there is one, and what can be done. */
const props = defineProps<{
  suspect: Schemas['Suspect']
  page?: Schemas['Page']
  left: number
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{ done: [] }>()

const mending = ref(false)
const text = ref('')
const field = ref<HTMLInputElement>()
watch(
  () => props.suspect.word,
  () => (mending.value = false),
)

const MARGIN = 2.2
/** The word on the photo with some of what stands around it. */
const crop = computed(() => {
  const photo = props.page?.photo
  const place = photo?.words.find((word) => word.word === props.suspect.word)
  if (!photo || !place) return undefined
  const width = place.width + 2 * MARGIN * place.height * 2
  const height = place.height * (1 + MARGIN)
  return {
    file: photo.file,
    width: photo.width,
    height: photo.height,
    box: `${place.x - MARGIN * place.height * 2} ${place.y - (MARGIN / 2) * place.height} ${width} ${height}`,
    place,
  }
})

async function act(command: Command) {
  if (await props.send(command)) emit('done')
}
const keepIt = () =>
  act({
    kind: 'leave word',
    suspicion: props.suspect.suspicion,
    word: props.suspect.settles,
  })
const mend = (as: string) => act({ kind: 'mend word', word: props.suspect.word, text: as })
const join = () => act({ kind: 'join words', word: props.suspect.word })
const drop = () => act({ kind: 'drop word', word: props.suspect.word })
async function begin() {
  mending.value = true
  text.value = props.suspect.text
  await nextTick()
  field.value?.select()
}
/** Part it where two words seem to have run together, else where the teacher says. */
function part() {
  const two = props.suspect.instead.find((word) => word.includes(' '))
  return two ? mend(two) : begin()
}
defineExpose({ keepIt, begin, part, join, drop })
</script>

<template>
  <div class="rounded-b-panel border border-t-0 border-hairline bg-white px-3 py-2.5">
    <svg
      v-if="crop"
      class="mb-2 block h-[54px] w-full rounded-small border border-hairline"
      :viewBox="crop.box"
      role="img"
      aria-label="The word on the photo"
    >
      <image :href="`/api/pictures/${crop.file}`" :width="crop.width" :height="crop.height" />
      <rect
        :x="crop.place.x - 3"
        :y="crop.place.y - 3"
        :width="crop.place.width + 6"
        :height="crop.place.height + 6"
        fill="none"
        stroke="var(--color-signal)"
        stroke-width="2"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <p class="text-[14px]">{{ suspect.why }}</p>
    <form v-if="mending" class="mt-2 flex gap-2" @submit.prevent="mend(text)">
      <label class="sr-only" for="mended">Printed as</label>
      <input
        id="mended"
        ref="field"
        v-model="text"
        class="field h-[34px] min-w-0 flex-1 py-0 font-passage"
        autocomplete="off"
        @keydown.escape="mending = false"
      />
      <button class="button button-main min-h-[34px]!" type="submit">Mend</button>
    </form>
    <template v-else>
      <div v-if="suspect.instead?.length" class="mt-2 flex flex-wrap gap-1.5">
        <button
          v-for="word in suspect.instead"
          :key="word"
          class="button min-h-[32px]! px-2.5! font-passage"
          type="button"
          @click="suspect.suspicion === 'broken word' && suspect.joins ? join() : mend(word)"
        >
          {{ word }}
        </button>
      </div>
      <div class="mt-2 flex flex-wrap gap-1.5 text-[13px]">
        <button class="button min-h-[30px]! px-2.5!" type="button" @click="keepIt">
          Keep {{ (suspect.times ?? 1) > 1 ? `all ${suspect.times}` : 'it' }} <kbd class="key">K</kbd>
        </button>
        <button class="button min-h-[30px]! px-2.5!" type="button" @click="begin">
          Mend <kbd class="key">M</kbd>
        </button>
        <button class="button min-h-[30px]! px-2.5!" type="button" @click="part">
          Split <kbd class="key">P</kbd>
        </button>
        <button v-if="suspect.joins" class="button min-h-[30px]! px-2.5!" type="button" @click="join">
          Join with the next <kbd class="key">J</kbd>
        </button>
        <button class="button min-h-[30px]! px-2.5!" type="button" @click="drop">
          Delete it <kbd class="key">D</kbd>
        </button>
      </div>
    </template>
    <p class="mt-2 text-[13px] text-quiet">{{ left > 1 ? `${left - 1} more to check` : 'The last one' }}</p>
  </div>
</template>
