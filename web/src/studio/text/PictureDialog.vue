<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { computed, ref } from 'vue'
import type { Command, Schemas } from '@/api/client'

/** Draw a rectangle on the picture: to show only that, or to give that part a name. */
const props = defineProps<{
  open: boolean
  block: Schemas['Block']
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{ close: [] }>()

const WHOLE = { x: 0, y: 0, width: 1, height: 1 }
const SMALLEST = 0.02
const picture = computed(() => props.block.picture!)
const frame = ref<SVGSVGElement>()
const drawn = ref<Required<Schemas['Area']>>()
const name = ref('')
let begun: { x: number; y: number } | undefined

function place(event: PointerEvent) {
  const box = frame.value!.getBoundingClientRect()
  const within = (value: number) => Math.min(1, Math.max(0, value))
  return {
    x: within((event.clientX - box.left) / box.width),
    y: within((event.clientY - box.top) / box.height),
  }
}
function begin(event: PointerEvent) {
  begun = place(event)
  frame.value!.setPointerCapture(event.pointerId)
}
function draw(event: PointerEvent) {
  if (!begun) return
  const here = place(event)
  drawn.value = {
    x: Math.min(begun.x, here.x),
    y: Math.min(begun.y, here.y),
    width: Math.abs(here.x - begun.x),
    height: Math.abs(here.y - begun.y),
  }
}
function end() {
  begun = undefined
  if (drawn.value && Math.min(drawn.value.width, drawn.value.height) < SMALLEST) drawn.value = undefined
}
/** A rectangle without a pointer: the middle of the picture, then moved and sized with the arrow keys. */
function key(event: KeyboardEvent) {
  const step = 0.02
  const moves: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  }
  const move = moves[event.key]
  if (!move) return
  event.preventDefault()
  const now = drawn.value ?? { x: 0.3, y: 0.3, width: 0.4, height: 0.4 }
  const within = (value: number, most: number) => Math.min(most, Math.max(0, value))
  drawn.value = event.shiftKey
    ? {
        ...now,
        width: Math.max(SMALLEST, within(now.width + move[0], 1 - now.x)),
        height: Math.max(SMALLEST, within(now.height + move[1], 1 - now.y)),
      }
    : { ...now, x: within(now.x + move[0], 1 - now.width), y: within(now.y + move[1], 1 - now.height) }
}
async function crop(area: Schemas['Area']) {
  if (await props.send({ kind: 'crop picture', block: props.block.id, area })) drawn.value = undefined
}
async function addRegion() {
  const area = drawn.value
  if (!area || !name.value.trim()) return
  if (await props.send({ kind: 'name region', block: props.block.id, name: name.value, area, region: '' })) {
    drawn.value = undefined
    name.value = ''
  }
}
const STANDS = ['alone', 'beside the picture before it', 'beside the text after it'] as const
const stand = (stands: Schemas['Stands']) =>
  props.send({ kind: 'stand picture', block: props.block.id, stands })
const cropped = computed(() => JSON.stringify({ ...WHOLE, ...picture.value.crop }) !== JSON.stringify(WHOLE))
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="panel flex max-h-[92vh] w-full max-w-[980px] gap-6 overflow-auto p-6">
        <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
        <svg
          ref="frame"
          class="max-h-[78vh] min-w-0 flex-1 cursor-crosshair touch-none self-start rounded-small border border-hairline"
          viewBox="0 0 1 1"
          preserveAspectRatio="none"
          :style="{ aspectRatio: `${picture.width} / ${picture.height}` }"
          tabindex="0"
          role="application"
          aria-label="The picture. Draw a rectangle, or place one with the arrow keys; with Shift they size it."
          @pointerdown="begin"
          @pointermove="draw"
          @pointerup="end"
          @keydown="key"
        >
          <image :href="`/api/pictures/${picture.file}`" width="1" height="1" preserveAspectRatio="none" />
          <rect
            v-for="region in picture.regions"
            :key="region.id"
            :x="region.area.x"
            :y="region.area.y"
            :width="region.area.width"
            :height="region.area.height"
            fill="none"
            stroke="var(--color-lake)"
            stroke-width="2"
            vector-effect="non-scaling-stroke"
          />
          <rect
            v-if="drawn"
            v-bind="drawn"
            fill="rgb(207 232 216 / 0.45)"
            stroke="var(--color-moss)"
            stroke-width="3"
            stroke-dasharray="6 4"
            vector-effect="non-scaling-stroke"
          />
        </svg>
        <div class="w-[260px] shrink-0">
          <DialogTitle class="text-[18px] font-bold">Crop and place it, name its parts</DialogTitle>
          <p class="mt-1 text-[14px] text-quiet">
            Draw a rectangle on the picture. Then show only that, or give it a name to point at it later.
          </p>
          <button class="button mt-4 w-full" type="button" :disabled="!drawn" @click="drawn && crop(drawn)">
            Show only this part
          </button>
          <button v-if="cropped" class="button mt-2 w-full" type="button" @click="crop(WHOLE)">
            Show the whole picture
          </button>
          <label class="label mt-5 block" for="picture-stands">Where it stands</label>
          <select
            id="picture-stands"
            class="field"
            :value="picture.stands"
            @change="stand(($event.target as HTMLSelectElement).value as Schemas['Stands'])"
          >
            <option v-for="one in STANDS" :key="one" :value="one">{{ one }}</option>
          </select>
          <form class="mt-5" @submit.prevent="addRegion">
            <label class="label" for="region-name">Name of the part</label>
            <input
              id="region-name"
              v-model="name"
              class="field"
              maxlength="80"
              placeholder="the root of the oak"
            />
            <button class="button mt-2 w-full" type="submit" :disabled="!drawn || !name.trim()">
              Name this part
            </button>
          </form>
          <ul class="mt-5 space-y-1 text-[14px]">
            <li v-for="region in picture.regions" :key="region.id" class="flex items-center gap-2">
              <span class="min-w-0 flex-1 truncate">{{ region.name }}</span>
              <button
                class="rounded-small px-1 text-signal underline"
                type="button"
                @click="send({ kind: 'remove region', block: block.id, region: region.id })"
              >
                Forget
              </button>
            </li>
          </ul>
          <button class="button button-main mt-6 w-full" type="button" @click="emit('close')">Close</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
