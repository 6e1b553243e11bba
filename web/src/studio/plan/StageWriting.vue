<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import type { Schemas } from '@/api/client'

/** Over a page of the stage: its own texts, each to be written where it stands. What is empty when it is left goes. */
const props = defineProps<{
  page: Schemas['LaidPage']
  /** What can be written, by its id; a word's id begins with that of its text. */
  texts: Readonly<Record<string, string>>
  /** The right edge up to which a text may grow, in page units. */
  edge: number
  send: (text: string, written: string) => Promise<boolean>
}>()

const ROOM = 12
const LEADING = 1.4
type Place = { id: string; x: number; y: number; width: number; height: number; size: number; bold: boolean }

const places = computed(() => {
  const found = new Map<string, Place>()
  const bold = new Map(props.page.pieces.map((piece) => [piece.baseline, piece.style.includes('bold')]))
  for (const { word, x, width, baseline, size } of props.page.boxes) {
    const id = word.slice(0, word.indexOf(':'))
    if (!(id in props.texts)) continue
    const top = baseline - size * 1.08
    const box = found.get(id) ?? { id, x, y: top, width: 0, height: 0, size, bold: !!bold.get(baseline) }
    const left = Math.min(box.x, x)
    const right = Math.max(box.x + box.width, x + width)
    const upper = Math.min(box.y, top)
    const lower = Math.max(box.y + box.height, top + size * LEADING)
    found.set(id, { ...box, x: left, y: upper, width: right - left, height: lower - upper })
  }
  return [...found.values()]
})

const open = ref<Place>()
const written = ref('')
const field = ref<HTMLTextAreaElement>()
/** Whether the field is left by a key, so that leaving it does not keep it a second time. */
let over = false

async function begin(place: Place) {
  over = false
  open.value = place
  written.value = props.texts[place.id] ?? ''
  await nextTick()
  field.value?.focus({ preventScroll: true })
  field.value?.select()
}
async function keep() {
  const place = open.value
  if (!place || over) return
  over = true
  const text = written.value.trim()
  if (text !== props.texts[place.id]) {
    if (!(await props.send(place.id, text))) {
      over = false
      return
    }
  }
  close(place)
}
function close(place: Place) {
  over = true
  open.value = undefined
  void nextTick(() => document.querySelector<SVGElement>(`[data-write="${CSS.escape(place.id)}"]`)?.focus())
}
const wide = (place: Place) => Math.max(place.width + 60, Math.min(props.edge - place.x, 900))
const high = (place: Place) => Math.max(place.height, place.size * LEADING * 2) + 2 * ROOM
</script>

<template>
  <g>
    <rect
      v-for="place in places"
      :key="place.id"
      class="write"
      role="button"
      tabindex="0"
      :data-write="place.id"
      :aria-label="`Write: ${texts[place.id]}`"
      :x="place.x - ROOM"
      :y="place.y - ROOM / 2"
      :width="place.width + 2 * ROOM"
      :height="place.height + ROOM"
      rx="10"
      @click="begin(place)"
      @keydown.enter.prevent="begin(place)"
      @keydown.space.prevent="begin(place)"
    />
    <foreignObject
      v-if="open"
      :x="open.x - ROOM"
      :y="open.y - ROOM"
      :width="wide(open) + 2 * ROOM"
      :height="high(open)"
    >
      <textarea
        ref="field"
        v-model="written"
        class="writing font-passage"
        :style="{
          fontSize: `${open.size}px`,
          fontWeight: open.bold ? 700 : 400,
          padding: `${ROOM - 5}px ${ROOM - 5}px`,
        }"
        maxlength="600"
        :aria-label="`Write: ${texts[open.id]}`"
        title="Enter keeps it, Escape leaves it as it was"
        @keydown.enter.exact.prevent="keep"
        @keydown.esc.stop="close(open)"
        @keydown.stop
        @blur="keep"
      />
    </foreignObject>
  </g>
</template>

<style scoped>
.write {
  fill: transparent;
  stroke: transparent;
  stroke-width: 3;
  stroke-dasharray: 0.01 9;
  stroke-linecap: round;
  cursor: text;
}
.write:hover {
  fill: rgb(42 101 145 / 0.07);
  stroke: var(--color-lake);
}
.write:focus-visible {
  outline: none;
  stroke: var(--color-lake);
  stroke-dasharray: none;
}
.writing {
  display: block;
  width: 100%;
  height: 100%;
  resize: none;
  border: 5px solid var(--color-lake);
  border-radius: 12px;
  background: var(--color-white);
  color: var(--color-ink);
  line-height: 1.4;
  outline: none;
}
</style>
