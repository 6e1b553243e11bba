<script setup lang="ts">
import { useMutationObserver, useResizeObserver } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue'
import type { Command, Schemas } from '@/api/client'
import { useKeys } from '@/parts/keys'
import { useNarrow } from '@/parts/narrow'
import { rangeOf } from './blockText'
import SuspectPost from './SuspectPost.vue'

/** Signposts beside the words that look wrong, each at its line; one is open at a time. */
const props = defineProps<{
  suspects: readonly Schemas['Suspect'][]
  pages: readonly Schemas['Page'][]
  /** The scrolled area in which the blocks stand, this column beside them. */
  area?: HTMLElement
  send: (command: Command) => Promise<boolean>
}>()

const narrow = useNarrow()
const HEAD = 34
const GAP = 8
const active = ref('')
const column = ref<HTMLElement>()
const post = ref<InstanceType<typeof SuspectPost>[]>()
const spots = ref<{ id: string; x: number; y: number }[]>([])
const openHeight = ref(190)

const places = computed(() => {
  const map = new Map<string, { page: Schemas['Page']; block: Schemas['Block']; word: Schemas['Word'] }>()
  const wanted = new Set(props.suspects.map((one) => one.word))
  for (const page of props.pages)
    for (const block of page.blocks)
      for (const word of block.words) if (wanted.has(word.id)) map.set(word.id, { page, block, word })
  return map
})
const here = computed(() => props.suspects.find((one) => one.word === active.value) ?? props.suspects[0])

function rangeFor(id: string): Range | undefined {
  const place = places.value.get(id)
  const words = place && props.area?.querySelector<HTMLElement>(`[data-block="${place.block.id}"] .words`)
  return words ? rangeOf(words, place.word.start, place.word.end) : undefined
}

function measure() {
  if (!props.area || !column.value) return
  const origin = column.value.getBoundingClientRect()
  const ranges: Range[] = []
  spots.value = props.suspects.flatMap((one) => {
    const range = rangeFor(one.word)
    if (!range) return []
    ranges.push(range)
    const box = range.getBoundingClientRect()
    return [{ id: one.word, x: box.right - origin.left, y: box.bottom - origin.top }]
  })
  if ('highlights' in CSS) CSS.highlights.set('suspect', new Highlight(...ranges))
  openHeight.value = column.value.querySelector<HTMLElement>('[data-open]')?.offsetHeight ?? openHeight.value
}
watch([() => props.suspects, () => props.pages, here, () => props.area], () => void nextTick(measure), {
  immediate: true,
  flush: 'post',
})
useResizeObserver(column, measure)
// A block is drawn anew when it is edited and when it is left.
let frame = 0
useMutationObserver(
  () => props.area,
  () => {
    cancelAnimationFrame(frame)
    if (props.suspects.length) frame = requestAnimationFrame(measure)
  },
  { childList: true, subtree: true },
)
onBeforeUnmount(() => 'highlights' in CSS && CSS.highlights.delete('suspect'))

/** Each post as near to its line as the ones before it allow. */
const posts = computed(() => {
  let least = 0
  return spots.value.flatMap((spot) => {
    // A word that was mended a moment ago still has its spot until the next measuring.
    const suspect = props.suspects.find((one) => one.word === spot.id)
    if (!suspect) return []
    const open = suspect.word === here.value?.word
    const top = Math.max(spot.y - HEAD / 2, least)
    least = top + (open ? Math.max(openHeight.value, HEAD) : HEAD) + GAP
    return [{ suspect, open, top, spot }]
  })
})
const reach = computed(() =>
  Math.max(0, ...posts.value.map(({ top, open }) => top + (open ? openHeight.value : HEAD) + GAP)),
)
const footpath = (spot: { x: number; y: number }, top: number) =>
  `M ${spot.x + 4} ${spot.y} L -26 ${spot.y} C -10 ${spot.y} -14 ${top + HEAD / 2} 2 ${top + HEAD / 2}`

function show(id: string) {
  active.value = id
  void nextTick(() => column.value?.querySelector('[data-open]')?.scrollIntoView({ block: 'nearest' }))
}
function next(step = 1) {
  const index = props.suspects.findIndex((one) => one.word === here.value?.word)
  const to = props.suspects[(index + step + props.suspects.length) % Math.max(1, props.suspects.length)]
  if (to) show(to.word)
}
const first = () => post.value?.[0]
useKeys({
  n: () => next(),
  'shift+n': () => next(-1),
  k: () => first()?.keepIt(),
  m: () => void first()?.begin(),
  p: () => void first()?.part(),
  j: () => here.value?.joins && first()?.join(),
  d: () => first()?.drop(),
})
defineExpose({ next })
</script>

<template>
  <div
    ref="column"
    class="relative w-[280px] shrink-0 narrow:w-full narrow:max-h-[240px] narrow:overflow-y-auto narrow:border-b narrow:border-hairline narrow:p-2"
    :style="{ minHeight: narrow ? undefined : `${reach}px` }"
  >
    <svg
      v-if="!narrow"
      class="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
      aria-hidden="true"
    >
      <path
        v-for="{ suspect, top, spot, open } in posts"
        :key="suspect.word"
        :d="footpath(spot, top)"
        fill="none"
        :stroke="open ? 'var(--color-signal)' : 'var(--color-hairline)'"
        stroke-width="2"
        stroke-dasharray="0.01 5"
        stroke-linecap="round"
      />
    </svg>
    <article
      v-for="{ suspect, open, top } in posts"
      :key="suspect.word"
      class="absolute left-3 right-0 narrow:static narrow:mb-1"
      :style="{ top: `${top}px`, zIndex: open ? 2 : 1 }"
      :data-open="open || undefined"
      :aria-label="`To check: ${suspect.text}`"
    >
      <h3>
        <button
          type="button"
          class="flex h-[34px] w-full items-center gap-2 px-3 text-left"
          :class="
            open ? 'rounded-tr-panel bg-signal text-white' : 'rounded-r-panel border border-hairline bg-white'
          "
          :aria-expanded="open"
          @click="show(suspect.word)"
        >
          <b class="min-w-0 truncate font-passage">{{ suspect.text }}</b>
          <span class="ml-auto shrink-0 text-[12px]">{{ suspect.suspicion }}</span>
        </button>
      </h3>
      <SuspectPost
        v-if="open"
        ref="post"
        :suspect="suspect"
        :page="places.get(suspect.word)?.page"
        :left="suspects.length"
        :send="send"
        @done="nextTick(measure)"
      />
    </article>
    <p
      v-if="!suspects.length"
      class="sticky top-3 ml-3 rounded-panel border border-hairline bg-white p-4 text-center text-quiet"
    >
      <b class="block text-ink">Every word looks right.</b>
      Change a block’s kind with the name at its left, or choose it and press a key.
    </p>
  </div>
</template>

<style>
::highlight(suspect) {
  text-decoration: underline wavy var(--color-signal) 1.5px;
  text-underline-offset: 3px;
}
</style>
